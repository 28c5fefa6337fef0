export {
  aboveLeast,
  moveOf,
  planJob,
  PLANNER,
  reworkOf,
  stepOf,
  type Careful,
  type DownStep,
  type Forced,
  type Lift,
  type Plan,
  type Step,
  type UpStep,
} from "./plan.ts";
export { bitsOf } from "./bits.ts";
export { CAREFUL_UNDER, isCarefulTaken, planToDo } from "./careful.ts";
export { stepKey, thingOf } from "./step-key.ts";
export { type ChoiceOfHand, choicesOfHand } from "./hand-ways.ts";
export { waysApart } from "./ways.ts";
export { unitingLifts, upOrder } from "./build-up.ts";
export { proofPoints, type Doubt, type PowerOn, type Trial } from "./proof.ts";
export { savedState, stateOf, type SavedState } from "./saved-state.ts";
export { diveFromText, diveOf, diveText, type Dive } from "./dive.ts";
