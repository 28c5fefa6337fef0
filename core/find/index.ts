export {
  type Catalogue,
  catalogueSchema,
  type Chance,
  CHANCES,
  readCatalogue,
  strangers,
  type Under,
} from "./catalogue.ts";
export { adviseOn, type Advice, findOut, type Suspected } from "./advice.ts";
export { beliefOf, type FaultMachine, faultMachine, reachOf } from "./machine.ts";
export { afterTelling, type Telling, type Told } from "./told.ts";
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
