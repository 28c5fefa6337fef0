export {
  addVerdict,
  verdictsOf,
  verdictsOnMachine,
  type LessonVerdict,
} from "./verdicts.server.ts";
