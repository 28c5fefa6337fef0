export {
  experienceOf,
  isWhole,
  type Experience,
  type JobDone,
  type Records,
} from "./experience.ts";
export { adviceFrom, type Advices } from "./advice.ts";
