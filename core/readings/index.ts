export { adapterState, type AdapterFault, type AdapterState, type Supply } from "./adapter.ts";
export { packState, type PackReason, type PackState } from "./battery.ts";
export { readAdapter, readPack } from "./schemas.ts";
