export { handlingOf, leastHandling, movePosture, moveTool, type Handling } from "./handling.ts";
