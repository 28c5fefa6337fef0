export {
  type BackupError,
  copiesIn,
  copyShop,
  keepNewest,
  type Manifest,
  restoreCopy,
  verifyCopy,
} from "./copies.server.ts";
