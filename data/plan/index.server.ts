export { keepPlan, keptPlan } from "./kept-plans.server.ts";
