export {
  countedRuns,
  readReadings,
  lastFaults,
  LIMITS,
  soakFacts,
  soakFaults,
  type Limits,
  type Reading,
  type Run,
  type SoakFacts,
  type Cause,
  type SoakFault,
} from "./soak.ts";
