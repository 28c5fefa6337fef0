export { planFor, soon } from "./plans.server.ts";
export {
  checkAside,
  daysAside,
  earliestAside,
  knownAside,
  planAside,
  practiceAside,
  tallyAside,
} from "./pool.server.ts";
