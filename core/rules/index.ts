export { modelOf, type Model } from "./model.ts";
export {
  holdsInMode,
  permanentUnit,
  problemOf,
  type Goal,
  type Job,
  type JobError,
  type Mode,
  type Precedence,
  type Problem,
} from "./problem.ts";
export {
  after,
  blockOf,
  closedMachine,
  coverOver,
  groupOf,
  isReached,
  liftBlock,
  liftWork,
  moveWork,
  pieceOf,
  releaseBlock,
  type Block,
  type Move,
  type State,
} from "./state.ts";
export { jobSchema, readJob } from "./job-schema.ts";
