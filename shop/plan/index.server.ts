export { planFor } from "./plans.server.ts";
export { checkAside, knownAside, planAside, tallyAside } from "./pool.server.ts";
