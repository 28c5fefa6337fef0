export { leastWork } from "./least-work.ts";
export { FIRST, WHOLE } from "./effort.ts";
export { isInReach, isPossible } from "./possible.ts";
