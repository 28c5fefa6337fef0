export {
  HABITS,
  isStepKey,
  takenBack,
  type CheckResult,
  type CountDiffers,
  type CountReason,
  type Entry,
  type Fitted,
  type Habit,
  type LedgerEvent,
  type Observation,
  PACK_SIGNS,
  type PackSign,
  type PinnedGuide,
  type Round,
} from "./events.ts";
export { admitNext, apply, foldLedger, foldOn, type Folded } from "./fold.ts";
export { renewed } from "./renew.ts";
export { sightingsIn } from "./learning.ts";
export { mirrored } from "./remaining.ts";
export type { BenchState, Checked, Phase } from "./state.ts";
export { screwsIn, type Lot } from "./lots.ts";
export { admit, expectedLeft } from "./admit.ts";
export type { Refusal } from "./refusal.ts";
export type { UpBlock } from "./mirror.ts";
export { type AgainstHands, againstHands, inTheWayOf } from "./against-hands.ts";
export { BREAKAGES, type Breakage, type Broken } from "./events.ts";
export { comesOut, lookBefore, type Region } from "./look.ts";
export { nextCell, routeDown, routeUp } from "./route.ts";
export { diveFromPlan, diveFromState } from "./dive-of-job.ts";
export { heldBy, isAboutPack, leavesFor, stopById, type Stop, type StopKind } from "./stops.ts";
export { checksOf, resultOf, type Check } from "./checks.ts";
export { isCharging } from "./functions.ts";
export { canPower, isBare, lifeOf, type Life } from "./power.ts";
export {
  leadRoute,
  lotsOf,
  trayOfPlan,
  trayPlan,
  whereabouts,
  type TrayPlan,
} from "./tray-plan.ts";
export { looseningOf, tighteningOf, turnAt, type Tightening } from "./tightening.ts";
export {
  holdClear,
  isFirstScrew,
  isNewBit,
  tiedBy,
  postureBefore,
  postureBeforePower,
  type PostureChange,
} from "./hands.ts";
export { reworkChoices, type Rework } from "./going-back.ts";
export { clientId, readSentTick, type SentTick } from "./entry-schemas.ts";
export {
  jobStream,
  readEvent,
  readEvents,
  storedEvent,
  type EventError,
  type Growth,
  type StoredEvent,
} from "./stored-events.ts";
export { goodEntry, nextAsk, stepsLeft, stepsToCome, type Ask } from "./next.ts";
export { missedIn } from "./missed.ts";
