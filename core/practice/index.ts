export {
  type Damage,
  type Deed,
  EXERCISES,
  type ExerciseKind,
  type Grade,
  gradeOf,
  lost,
  type Outcome,
  type Pattern,
  type Put,
  type Setting,
} from "./exercise.ts";
export type { Drawn } from "./drawn.ts";
export {
  drawnFor,
  exerciseOf,
  Machine,
  type NoExercise,
  offeredBy,
  offeredByFaults,
  type View,
} from "./practice.ts";
export {
  choicesFor,
  dueBy,
  type Known,
  nextUp,
  type Offered,
  ROUND,
  type Standing,
  standingOf,
} from "./cards.ts";
export {
  doneIn,
  leftOpen,
  type PracticeEntry,
  practiceStream,
  readDeed,
  readPractice,
  storedPractice,
} from "./stored.ts";
export { liftOf, type OrderView } from "./order.ts";
export type { BuildView } from "./build.ts";
export type { FindView } from "./find.ts";
export type { HoldsView, OpensView, ScrewView } from "./questions.ts";
export { PASSES_EACH, type PasteView, type Pressed, type Seat, stampedTurns } from "./paste.ts";
