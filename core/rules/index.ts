export { modelOf, type Cut, type Job, type Learning, type Model } from "./model.ts";
export {
  holdsInMode,
  permanentUnit,
  problemOf,
  type JobError,
  type Precedence,
  type Problem,
} from "./problem.ts";
export {
  after,
  blockOf,
  bringsPower,
  closedMachine,
  coverOver,
  groupOf,
  isReached,
  liftBlock,
  liftWork,
  moveWork,
  pieceOf,
  piecesOf,
  powerBlock,
  releaseBlock,
  worksOf,
  type Block,
  type Move,
  type State,
} from "./state.ts";
export { looseIn } from "./loose.ts";
export { jobSchema, readJob } from "./job-schema.ts";
