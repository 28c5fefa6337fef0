export {
  addVersion,
  bodyOf,
  changedAt,
  currentHash,
  currentHashes,
  guideOfCode,
  knownCodes,
  versionsOf,
  type GuideVersion,
} from "./versions.server.ts";
export { guideVersion, modelFor } from "./models.server.ts";
