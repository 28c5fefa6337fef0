export { hurryOf } from "./hurry.ts";
export {
  learntFrom,
  marksOf,
  paceOf,
  stepEstimate,
  type StepTime,
  stepTimes,
  tallies,
  timesEstimate,
  tallyChanges,
  type Learnt,
  type TallyRow,
} from "./minutes.ts";
