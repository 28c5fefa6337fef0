export { requirementsOf } from "./requirements.ts";
export { handlingOf, leastHandling, type Handling } from "./handling.ts";
