export {
  copyShop,
  keepNewest,
  newestWhole,
  type Manifest,
  restoreCopy,
  verifyCopy,
} from "./copies.server.ts";
export { isLockingKey, newBackupKey } from "./locked.server.ts";
export { moveShop } from "./move.server.ts";
