export { experienceOf, isWhole, type Experience, type JobDone } from "./experience.ts";
export { adviceFrom, type Advices } from "./advice.ts";
