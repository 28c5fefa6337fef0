export {
  addVersion,
  bodyOf,
  changedAt,
  currentHash,
  currentHashes,
  currentVersion,
  guideIds,
  guideOfCode,
  versionsOf,
  type GuideVersion,
} from "./versions.server.ts";
export { guideVersion, modelFor } from "./models.server.ts";
