export {
  asSightings,
  type Claim,
  sightingsOf,
  machineOf,
  type Log,
  type LogError,
  type Machine,
  parseLog,
  readAnswers,
  type Sighting,
} from "./log.ts";
export { type Answer, type Draft, draftOf } from "./draft.ts";
export { Beliefs, type Contradiction, type Source } from "./beliefs.ts";
export { boldGuide, isAsLearnt, learntGuide, safeGuide } from "./guides.ts";
export { learningModel } from "./learning-model.ts";
export { jobsApart } from "./apart.ts";
export { type FactSource, sourcesOf } from "./sources.ts";
export { enteredCover, enteredJoint, outlineOf } from "./entries.ts";
export { enteredPart, firstSightings, FRAME, idFrom, type NewModel } from "./new-model.ts";
export { assess, type Assessment, isUsualKind, isWay, type LearntJob } from "./jobs.ts";
export { answersTo, nextQuestion, type Odds, type Question } from "./question.ts";
export { oddsFrom, oddsOf, type Tallies, tallyOf } from "./odds.ts";
export { cornersOf, type Homography, pictureMap, project, type Spot } from "./homography.ts";
export { type Asked, type Known, knownOf, type Standing, Standings } from "./standing.ts";
export { Technician } from "./technician.ts";
export { interview, type Interview, type Watch } from "./interview.ts";
