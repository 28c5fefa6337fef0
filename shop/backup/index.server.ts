export { backUp, backupState, isLockingKey, move, newBackupKey, restore } from "./backup.server.ts";
export { backupsNow, everyNight, nightlyIn, withWayBack } from "./nightly.server.ts";
