export {
  learntFrom,
  marksOf,
  paceOf,
  stepEstimate,
  stepTimes,
  tallies,
  timesEstimate,
  tallyChanges,
  type Learnt,
  type TallyRow,
} from "./minutes.ts";
