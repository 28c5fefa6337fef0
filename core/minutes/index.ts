export {
  learn,
  marksOf,
  paceOf,
  stepEstimate,
  stepKind,
  stepTimes,
  type Learnt,
  type Marks,
  type StepTime,
} from "./minutes.ts";
