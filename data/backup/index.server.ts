export { copyShop, keepNewest, type Manifest, restoreCopy, verifyCopy } from "./copies.server.ts";
