export { danger, dangerWords, harm, likeness, screwOf, threadMm, type Screw } from "./lookalike.ts";
export { fillTray, type Tray, type TrayGrid, type TrayLot } from "./tray.ts";
export { whichScrew, type Candidate, type Match, type Reading } from "./which.ts";
export { crossOrder, tighteningPasses, torqueFor, type Pass, type Torque } from "./tighten.ts";
