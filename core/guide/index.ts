export {
  CONNECTOR_TYPES,
  HANDLING,
  isPartKind,
  JOINT_KINDS,
  POSTURES,
  PART_KINDS,
  type ConnectorType,
  type Handling,
  type Posture,
  type Cover,
  type Die,
  type DriveSlot,
  type Guide,
  type GuideJoint,
  type GuidePart,
  type JointKind,
  type LearntFact,
  type MemoryFacts,
  type Order,
  type PartKind,
  type Point,
  type ScrewsJoint,
  type Shape,
  type View,
} from "./types.ts";
export { guideSchema } from "./schema.ts";
export { parseGuide, parseGuideText } from "./parse.ts";
export type { About, BlockingFact, Finding, Named } from "./finding.ts";
export { codeWithWays, guideInWays, type HandWays, waysInCode } from "./hands.ts";
export { allCodes, guideForCode } from "./variant.ts";
export {
  isAppliedFirst,
  isPermanent,
  jointMinutes,
  jointPosture,
  jointTool,
  partMinutes,
} from "./costs.ts";
export { gripOf, keepsInPlace } from "./holding.ts";
export { peelLevels } from "./peel.ts";
export {
  deadWithout,
  hasFan,
  goesIntoBag,
  holdsLid,
  isShell,
  mainView,
  mainPart,
} from "./main-part.ts";
export { hasComeOut, neverOut } from "./learnt.ts";
export { fitted, isWithin, polygonIn } from "./shape.ts";
export { isThing, liesOver, partsOf, partsOver } from "./things.ts";
export { sisterPatch } from "./sister.ts";
export { guideChanges, type FactChange } from "./changes.ts";
