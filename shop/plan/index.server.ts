export { planFor, type PlanError } from "./plans.server.ts";
export { checkAside, planAside } from "./pool.server.ts";
