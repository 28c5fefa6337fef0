export { requirementsOf } from "./requirements.ts";
export { handlingOf, leastHandling, type Handling } from "./handling.ts";
export type { Breach, HandRule } from "./hand-rules.ts";
