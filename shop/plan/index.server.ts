export { planFor } from "./plans.server.ts";
export { checkAside, planAside } from "./pool.server.ts";
