import type { ConnectorType, GuideJoint, Handling, JointKind, PartKind } from "../guide/index.ts";
import { type NamedGuide, partWord, wordList } from "./names.ts";

/** What a kind of part is called. */
export const PART_KIND_WORDS: Readonly<Record<PartKind, string>> = {
  cover: "cover",
  battery: "battery",
  motherboard: "motherboard",
  heatsink: "heatsink",
  fan: "fan",
  jack: "charging jack",
  keyboard: "keyboard",
  palmrest: "palm rest",
  touchpad: "touchpad",
  display: "display",
  hinge: "hinge",
  wifi: "wireless card",
  storage: "drive",
  memory: "memory",
  speaker: "speaker",
  daughterboard: "small board",
  optical: "optical drive",
  bracket: "bracket",
  shield: "shield",
  foot: "foot",
  sticker: "sticker",
  seal: "seal",
  tape: "tape",
  pad: "pad",
  cable: "cable",
  "coin-cell": "coin cell",
  antenna: "antenna",
  other: "other",
};

/** What a type of connector is called at the bench. */
export const CONNECTOR_WORDS: Readonly<Record<ConnectorType, string>> = {
  "zif-flip": "flip-lock ribbon",
  "zif-slide": "slide-lock ribbon",
  "board-press": "press-on board plug",
  "wire-plug": "wire plug",
  "coax-snap": "coax snap",
  "coax-bar": "coax bar",
  "latch-slide": "latch and slide",
  "edge-slot": "edge slot",
  sata: "drive plug",
};

/** What a kind of joint is called. */
export const JOINT_KIND_WORDS: Readonly<Record<JointKind, string>> = {
  screws: "screws",
  connector: "plug",
  clips: "clips",
  adhesive: "glue",
  tape: "tape",
  seat: "seat",
  route: "lead guide",
  latch: "latch",
  rivets: "rivets",
  weld: "weld",
};

/** What has to be heeded when a part is handled. */
export const HANDLING_WORDS: Readonly<Record<Handling, string>> = {
  esd: "wear the strap",
  lithium: "lithium pack",
  bends: "bends",
  sharp: "sharp edges",
  hot: "hot after use",
  paste: "fresh paste",
};

/**
 * What a joint is between: screws hold the part that their heads sit on; of all else neither side is the held one.
 * → It holds the fan to the palm rest. → It joins the fan and the antenna leads.
 */
export function holdsWords(guide: NamedGuide, id: string): string {
  const { kind, joins } = guide.joints[id]!;
  const parts = joins.map((part) => `the ${partWord(guide, part)}`);
  const [first, ...others] = parts;
  if (kind !== "screws" || others.length === 0) return `It joins ${wordList(parts)}.`;
  return `It holds ${first} to ${wordList(others)}.`;
}

/** What a joint is, in a few words. → 4 × M2 × 4.5, PH1 */
export function jointSortWords(joint: GuideJoint): string {
  switch (joint.kind) {
    case "screws":
      return `${joint.count} × ${joint.thread} × ${joint.length}, ${joint.drive}`;
    case "connector":
      return CONNECTOR_WORDS[joint.type];
    default:
      return JOINT_KIND_WORDS[joint.kind];
  }
}
