export { goThisWay } from "./hand-ways.server.ts";
export { storeEdits, type SentEdits } from "./store-edits.server.ts";
export { addModel, keepAnswers, keepLearnt } from "./learn.server.ts";
export { talliesOf } from "./known.server.ts";
export { machinesLike } from "./near.server.ts";
export {
  keepUnbegunLine,
  storeGuide,
  unbegunLine,
  type StoredGuide,
} from "./store-guide.server.ts";
export {
  guideFile,
  guideHits,
  guideList,
  machineLines,
  guidePage,
  hasStep,
  partOfCode,
  pinnedGuide,
} from "./guide-pages.server.ts";
