export { danger, likeness, mixUp, screwOf, type MixUp, type Screw } from "./lookalike.ts";
export { fillTray, type TrayGrid } from "./tray.ts";
export { whichScrew, type Reading } from "./which.ts";
export {
  crossOrder,
  looseningPasses,
  tighteningPasses,
  torqueFor,
  type PassKind,
} from "./tighten.ts";
export { sweepOrder } from "./sweep.ts";
