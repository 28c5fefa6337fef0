export { adapterState } from "./adapter.ts";
export { packState } from "./battery.ts";
export { readAdapter, readPack } from "./schemas.ts";
