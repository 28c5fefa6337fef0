export { type BackupError, type BackupState, nextNight, type Nightly } from "./backup.ts";
