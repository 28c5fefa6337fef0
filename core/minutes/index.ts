export {
  learntFrom,
  marksOf,
  paceOf,
  stepTimes,
  tallies,
  tallyChanges,
  type Learnt,
  type TallyRow,
} from "./minutes.ts";
