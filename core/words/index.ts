export { aboveWords } from "./above-words.ts";
export {
  capital,
  jointWord,
  partWord,
  thingNames,
  thingWord,
  wordList,
  type NamedGuide,
} from "./names.ts";
export { careLines } from "./care-words.ts";
export { type Said, stepSpeech, type StepSpeech } from "./step-speech.ts";
export { jointWay } from "./way-words.ts";
export { stepWords, toolWords } from "./step-words.ts";
export { carefulWords, forcedWords, POSTURE_WORDS, postureWords } from "./hand-words.ts";
export { BREAK_WORDS, brokenWords, STUCK_PLUG } from "./break-words.ts";
export { lookWhy, NOT_IN_WORDS, regionWords } from "./look-words.ts";
export { inputWords } from "./input-words.ts";
export { refusalWords } from "./refusal-words.ts";
export { LIFE_WORDS, powerOnSpeech } from "./power-words.ts";
export { goodWords, powerOnFor, trialWords } from "./trial-words.ts";
export {
  heldWords,
  PACK_AT_COUNTER,
  PACK_SIGN_WORDS,
  stopAsk,
  stopOtherwise,
} from "./stop-words.ts";
export { findingWords } from "./finding-words.ts";
export { CAUSE_WORDS, faultWords, runFaultWords, verdictWords } from "./soak-words.ts";
export {
  BATTERY_WORDS,
  CODE_WORDS,
  GAUGE_WORDS,
  hindranceWords,
  memoryWords,
  padWords,
  PASTE_HABIT_WORDS,
  cleaningWords,
  schoolWords,
} from "./swap-words.ts";
export {
  leftoverWords,
  mixUpWords,
  PASS_WORDS,
  placeWords,
  TORQUE_FROM_WORDS,
} from "./screw-words.ts";
export { suspectWords } from "./snag-words.ts";
export {
  damageWords,
  EXERCISE_WORDS,
  GRADE_WORDS,
  opensWords,
  outcomeWords,
  PRACTISE_ERROR_WORDS,
  subjectWords,
} from "./practice-words.ts";
export {
  adviceWords,
  EXPERIENCE_WORDS,
  type GuidesNamed,
  stepKindWords,
  thingOfModel,
} from "./experience-words.ts";
export { guideDot } from "./graph.ts";
export { tickErrorWords } from "./tick-words.ts";
export {
  changeJobErrorWords,
  DECISION_WORDS,
  CONSENT_WORDS,
  correctErrorWords,
  decideErrorWords,
  moneyWords,
  ORDER_WORDS,
  NEW_TICKET_WORDS,
  renewErrorWords,
  takeInErrorWords,
  troubleWords,
  WAIT_WORDS,
  sealWords,
} from "./ticket-words.ts";
export { factChangeWords } from "./change-words.ts";
export {
  CONNECTOR_WORDS,
  HANDLING_WORDS,
  holdsWords,
  JOINT_KIND_WORDS,
  jointSortWords,
  PART_KIND_WORDS,
} from "./kind-words.ts";
export {
  answersWords,
  claimWords,
  contradictionWords,
  learntOnWords,
  NEW_MODEL_WORDS,
  questionWords,
  sourceWords,
} from "./learn-words.ts";
export { lessonWords, VERDICT_WORDS } from "./lesson-words.ts";
export { GLOSSARY } from "./glossary.ts";
export {
  blockStandsWords,
  CONSENT_NAMES,
  DATA_WORDS,
  joinedWords,
  MARK_WORDS,
  CALL_OUTCOME_WORDS,
  CALL_WORDS,
  correctionWords,
  OLD_WAY_WORDS,
  PASSWORD_WORDS,
  WAY_OF_ANSWER_WORDS,
  WAY_OF_PAYING_WORDS,
  WORK_WORDS,
} from "./deed-words.ts";
export { foundErrorWords, orderErrorWords, supplierWords } from "./price-words.ts";
export { SETUP_WORDS } from "./setup-words.ts";
export { dayName } from "./day-words.ts";
export { ticketPackErrorWords } from "./pack-words.ts";
export { backupWords, moveWords } from "./backup-words.ts";
export { hoursFaultWords, oddsWords, whatIfWords, whyWords } from "./days-words.ts";
export { aftercareWords } from "./aftercare-words.ts";
export { adapterWords, PACK_VERDICTS, packReasonWords } from "./readings-words.ts";
export {
  notAllowedWords,
  peopleErrorWords,
  pinErrorWords,
  recordWords,
  ROLE_WORDS,
  signInErrorWords,
  whoMayWords,
} from "./people-words.ts";
