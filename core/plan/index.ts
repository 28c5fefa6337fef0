export {
  moveOf,
  planJob,
  reworkOf,
  stepOf,
  type DownStep,
  type Lift,
  type Make,
  type Place,
  type Plan,
  type Release,
  type Step,
  type UpStep,
} from "./plan.ts";
export { savedState, stateOf, type SavedState } from "./saved-state.ts";
export { diveFromText, diveOf, diveText, type Dive, type DivePoint } from "./dive.ts";
