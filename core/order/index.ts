export { handlingOf, leastHandling, type Handling } from "./handling.ts";
