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
  type CodeMatch,
  type Drive,
  type DriveHindrance,
  type MemoryAgainst,
  type MemoryRemark,
  type Module,
} from "./fit.ts";
