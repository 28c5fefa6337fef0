export { modelOf, type Model } from "./model.ts";
export { problemOf, type Job, type JobError, type Mode, type Problem } from "./problem.ts";
export {
  planJob,
  reworkOf,
  stateOf,
  stepOf,
  type DownStep,
  type Lift,
  type Machine,
  type Make,
  type Place,
  type Plan,
  type Release,
  type Step,
  type UpStep,
} from "./plan.ts";
export {
  after,
  blockOf,
  closedMachine,
  coverOver,
  groupOf,
  isReached,
  moveWork,
  type Block,
  type Move,
  type State,
} from "./state.ts";
export { handlingOf, movePosture, moveTool, type Handling } from "./handling.ts";
export { blockWords } from "./words.ts";
export { checkGuide, guideErrors } from "./check.ts";
export { snagOf, type SnagInput, type Suspect } from "./snag.ts";
