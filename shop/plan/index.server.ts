export { planFor } from "./plans.server.ts";
export {
  checkAside,
  daysAside,
  earliestAside,
  knownAside,
  planAside,
  tallyAside,
} from "./pool.server.ts";
