export { storeGuide, unbegunLine } from "./store-guide.server.ts";
export {
  guideFile,
  guideHits,
  guideList,
  guidePage,
  hasStep,
  partOfCode,
  pinnedGuide,
} from "./guide-pages.server.ts";
