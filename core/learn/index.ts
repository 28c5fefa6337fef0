export {
  type Claim,
  type Log,
  type LogError,
  type Machine,
  parseLog,
  type Sighting,
} from "./log.ts";
export { type Answer, type Draft, draftOf } from "./draft.ts";
export { Beliefs, type Contradiction, type Source } from "./beliefs.ts";
export { boldGuide, safeGuide } from "./guides.ts";
export { assess, type Assessment, isWay, type LearntJob } from "./jobs.ts";
export { answersTo, nextQuestion, type Question } from "./question.ts";
export { type Odds, oddsOf } from "./odds.ts";
export { interview, type Interview } from "./interview.ts";
