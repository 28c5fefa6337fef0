export { type Catalogue, catalogueSchema, CHANCES, readCatalogue, strangers } from "./catalogue.ts";
export { adviseOn, type Advice, findOut, type Suspected } from "./advice.ts";
export { beliefOf, faultMachine, type FaultMachine, type Told, type ToldError } from "./machine.ts";
export {
  type Action,
  actionOf,
  afterOutcome,
  afterRepair,
  chanceOf,
  costOf,
  type FindProblem,
  type FindState,
  noSteps,
} from "./problem.ts";
export { exactly, lookAhead, nextAction, repairsOnly } from "./search.ts";
