export {
  COUNT_REASONS,
  stepKey,
  type CountDiffers,
  type CountReason,
  type Entry,
  type LedgerEvent,
} from "./events.ts";
export {
  apply,
  foldLedger,
  machineryOf,
  remainingDown,
  remainingUp,
  stepOfDone,
  type BenchState,
  type Lot,
  type Machinery,
  type Phase,
} from "./ledger.ts";
export { admit, expectedLeft, type Refusal } from "./admit.ts";
export { gateOf, machineOf, nextCell, routeDown, routeUp } from "./follow.ts";
export { diveOf, type Dive, type DivePoint } from "./dive.ts";
export {
  careLines,
  CONNECTOR_OPENS,
  deadWithout,
  mainPart,
  stepWords,
  toolWords,
} from "./words.ts";
export { sweepLength, sweepOrder, type Spot } from "./sweep.ts";
export { diveFromPlan, diveFromState } from "./progress.ts";
