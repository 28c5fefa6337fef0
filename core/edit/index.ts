export { type Edit, edited, liesOn, type Misfit } from "./edits.ts";
export { joinsAt, newJoint } from "./new-joint.ts";
export {
  begun,
  editsOf,
  type History,
  readEdits,
  readHistory,
  rebased,
  redone,
  undone,
  withEdit,
  withEdits,
} from "./history.ts";
