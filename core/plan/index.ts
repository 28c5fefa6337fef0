export { modelOf, type Model } from "../rules/model.ts";
export { problemOf, type Job, type JobError, type Mode, type Problem } from "../rules/problem.ts";
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
} from "../rules/state.ts";
export { handlingOf, movePosture, moveTool, type Handling } from "../order/handling.ts";
export { blockWords } from "../words/block-words.ts";
export { checkGuide, guideErrors } from "../check/errors.ts";
export { snagOf, type SnagInput, type Suspect } from "../snag/snag.ts";
