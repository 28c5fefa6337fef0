export {
  countedRuns,
  readReadings,
  lastFaults,
  soakFacts,
  soakFaults,
  type Reading,
  type Run,
  type SoakFacts,
  type Cause,
  type SoakFault,
} from "./soak.ts";
