export {
  CONNECTOR_TYPES,
  HANDLING,
  PART_KINDS,
  POSTURES,
  type ConnectorJoint,
  type ConnectorType,
  type Cover,
  type Die,
  type DriveSlot,
  type Guide,
  type GuideJoint,
  type GuidePart,
  type Handling,
  type JointKind,
  type MemoryFacts,
  type Order,
  type PartKind,
  type Point,
  type Posture,
  type ScrewsJoint,
  type Shape,
  type View,
} from "./types.ts";
export { guideSchema } from "./schema.ts";
export { parseGuide, parseGuideText, type Finding } from "./parse.ts";
export { allCodes, guideForCode } from "./variant.ts";
export { isPermanent, jointMinutes, jointPosture, jointTool, partMinutes } from "./costs.ts";
export { guideDot } from "../words/graph.ts";
export { peelLevels } from "./peel.ts";
export { capital, jointWord, partWord, wordList } from "../words/names.ts";
