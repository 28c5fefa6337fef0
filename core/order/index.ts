export { requirementsOf } from "./requirements.ts";
export { handlingOf, leastHandling, type Handling } from "./handling.ts";
export { HandRules, type Breach, type HandRule } from "./hand-rules.ts";
export { leadsTo } from "./forced.ts";
