export { storeGuide, unbegunLine, type StoredGuide } from "./store-guide.server.ts";
export {
  guideFile,
  guideList,
  guidePage,
  pinnedGuide,
  type GuideLine,
  type GuidePage,
  type GuidePageError,
} from "./guide-pages.server.ts";
