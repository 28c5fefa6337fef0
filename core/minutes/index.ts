export {
  learntFrom,
  marksOf,
  paceOf,
  stepEstimate,
  stepTimes,
  tallies,
  tallyChanges,
  type Learnt,
  type TallyRow,
} from "./minutes.ts";
