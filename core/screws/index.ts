export {
  danger,
  harm,
  likeness,
  mixUp,
  screwOf,
  threadMm,
  type MixUp,
  type Screw,
} from "./lookalike.ts";
export { fillTray, type Tray, type TrayGrid, type TrayLot } from "./tray.ts";
export { whichScrew, type Candidate, type Match, type Reading } from "./which.ts";
export {
  crossOrder,
  tighteningPasses,
  torqueFor,
  type Pass,
  type PassKind,
  type Torque,
} from "./tighten.ts";
export { sweepLength, sweepOrder, type Spot } from "./sweep.ts";
