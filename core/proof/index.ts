export {
  LIMITS,
  soakFacts,
  soakFaults,
  type Limits,
  type Reading,
  type SoakFacts,
  type SoakFault,
} from "./soak.ts";
