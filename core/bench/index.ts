export {
  CHECK_RESULTS,
  COUNT_REASONS,
  HABITS,
  REPLAN,
  stepKey,
  takenBack,
  type CheckResult,
  type CountDiffers,
  type CountReason,
  type Entry,
  type Fitted,
  type Habit,
  type LedgerEvent,
  type Round,
} from "./events.ts";
export {
  apply,
  foldLedger,
  foldOn,
  machineryOf,
  mirrored,
  remainingDown,
  remainingUp,
  stepOfDone,
  type BenchState,
  type Checked,
  type Folded,
  type Machinery,
  type Phase,
} from "./fold.ts";
export { screwsIn, type Lot } from "./lots.ts";
export { admit, expectedLeft, type Refusal } from "./admit.ts";
export { gateOf, machineOf, nextCell, routeDown, routeUp } from "./route.ts";
export { diveOf, type Dive, type DivePoint } from "../plan/dive.ts";
export {
  careLines,
  CONNECTOR_OPENS,
  deadWithout,
  mainPart,
  stepWords,
  toolWords,
} from "../words/step-words.ts";
export { sweepLength, sweepOrder, type Spot } from "./sweep.ts";
export { diveFromPlan, diveFromState } from "./dive-of-job.ts";
export { heldBy, leavesFor, openStop, stopById, stopsOf, type Stop } from "./stops.ts";
export {
  canTry,
  checksOf,
  closesMachine,
  HEAT_CHECK,
  resultOf,
  unproven,
  type Check,
} from "./checks.ts";
export {
  learn,
  marksOf,
  paceOf,
  stepEstimate,
  stepKind,
  stepTimes,
  type Learnt,
  type Marks,
  type StepTime,
} from "../minutes/minutes.ts";
export {
  leadRoute,
  lotsOf,
  placeWords,
  tighteningOf,
  trayOfPlan,
  trayPlan,
  whereabouts,
  type Tightening,
  type TrayPlan,
  type Whereabouts,
} from "./tray-plan.ts";
export { reworkChoices, type Rework } from "./going-back.ts";
