export { hasSisters, isPlainCode, judgeCode, type CodeVerdict } from "./codes.ts";
export {
  compressionFault,
  gapFault,
  jointFault,
  sizeFault,
  speedFault,
  wattsFault,
  type InputFault,
} from "./inputs.ts";
export { BAY_HEIGHTS, bayFit, bayHeight } from "./bay.ts";
export { standoffJoint } from "./standoff.ts";
export {
  padFor,
  pasteFor,
  schoolsOf,
  type PadChoice,
  type PasteHabit,
  type School,
} from "./paste.ts";
export {
  compareCodes,
  DRIVE_LENGTHS,
  driveHindrances,
  memoryFit,
  type Drive,
  type DriveHindrance,
  type MemoryAgainst,
  type MemoryRemark,
  type Module,
} from "./fit.ts";
