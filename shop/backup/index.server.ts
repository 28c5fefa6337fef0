export { backUp, backupState, move, restore } from "./backup.server.ts";
export { backupsNow, everyNight, nightlyIn } from "./nightly.server.ts";
