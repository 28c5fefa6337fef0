export { MOST_PACK_BYTES, packOf, takePackIn, type PackError } from "./packs.server.ts";
