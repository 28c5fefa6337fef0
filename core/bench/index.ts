export {
  CHECK_RESULTS,
  COUNT_REASONS,
  HABITS,
  stepKey,
  takenBack,
  type CheckResult,
  type CountDiffers,
  type CountReason,
  type Entry,
  type Fitted,
  type Habit,
  type LedgerEvent,
  type PinnedGuide,
  type Round,
} from "./events.ts";
export {
  apply,
  foldLedger,
  foldOn,
  mirrored,
  remainingDown,
  remainingUp,
  stepOfDone,
  type BenchState,
  type Checked,
  type Folded,
  type Phase,
} from "./fold.ts";
export { screwsIn, type Lot } from "./lots.ts";
export { admit, expectedLeft, type Refusal } from "./admit.ts";
export type { UpBlock } from "./mirror.ts";
export { gateOf, nextCell, routeDown, routeUp } from "./route.ts";
export { diveFromPlan, diveFromState } from "./dive-of-job.ts";
export {
  heldBy,
  leavesFor,
  openStop,
  stopById,
  stopsOf,
  type Stop,
  type StopKind,
} from "./stops.ts";
export { canTry, checksOf, closesMachine, resultOf, checksLeft, type Check } from "./checks.ts";
export {
  leadRoute,
  lotsOf,
  tighteningOf,
  trayOfPlan,
  trayPlan,
  whereabouts,
  type Tightening,
  type TrayPlan,
  type Whereabouts,
} from "./tray-plan.ts";
export { reworkChoices, type Rework } from "./going-back.ts";
export { clientId, readSentTick, type SentTick } from "./entry-schemas.ts";
export {
  jobStream,
  readEvent,
  readEvents,
  storedEvent,
  versionOf,
  type EventError,
  type StoredEvent,
} from "./stored-events.ts";
export { HEAT_CHECK } from "./functions.ts";
export { missedIn } from "./missed.ts";
export type { Growth, TickError, TickReply } from "./tick.ts";
