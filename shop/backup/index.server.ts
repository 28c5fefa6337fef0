export {
  type BackupState,
  backUp,
  backupState,
  backupWords,
  nextNight,
  restore,
} from "./backup.server.ts";
export { backupsNow, everyNight, type Nightly, nightlyIn } from "./nightly.server.ts";
