export {
  type BackupError,
  type BackupState,
  type MoveError,
  nextNight,
  type Nightly,
} from "./backup.ts";
