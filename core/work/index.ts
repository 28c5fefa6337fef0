export { leastWork } from "./least-work.ts";
export { type Budget, KEY_BUDGET, SHARPENING_BUDGET, Timer } from "./budget.ts";
export { isInReach, isPossible } from "./possible.ts";
