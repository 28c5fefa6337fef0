export { backUp, backupState, move, restore } from "./backup.server.ts";
export { backupsNow, everyNight, nightlyIn, withWayBack } from "./nightly.server.ts";
