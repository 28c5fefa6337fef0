export { DEFAULT_BUDGET, leastWork } from "./least-work.ts";
export { realise } from "./realise.ts";
export { relaxationOf } from "./relax.ts";
