export {
  PAD_STOCK,
  padFor,
  pasteFor,
  schoolsOf,
  SQUEEZE_OUT,
  type PadChoice,
  type PasteNeed,
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
  type MemoryFit,
  type Module,
} from "./fit.ts";
