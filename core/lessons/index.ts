export { openOf, type Verdict, VERDICTS } from "./open.ts";
export {
  type JobTold,
  type Lesson,
  lessonsOf,
  thingsIn,
  type TaughtBy,
  type Teaching,
} from "./lessons.ts";
