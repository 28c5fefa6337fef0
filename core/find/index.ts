export { type Catalogue, catalogueSchema, CHANCES, readCatalogue, strangers } from "./catalogue.ts";
export { adviseOn, type Advice, findOut } from "./advice.ts";
export { beliefOf, faultMachine, type Told } from "./machine.ts";
export {
  type Action,
  afterOutcome,
  afterRepair,
  chanceOf,
  costOf,
  type FindProblem,
  type FindState,
  noSteps,
} from "./problem.ts";
export { exactly, lookAhead, nextAction, repairsOnly } from "./search.ts";
