export { storeGuide, unbegunLine } from "./store-guide.server.ts";
export { guideFile, guideList, guidePage, hasStep, pinnedGuide } from "./guide-pages.server.ts";
