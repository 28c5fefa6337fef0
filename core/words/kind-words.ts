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

/** How each kind of joint that is neither screw nor plug comes off and goes on, hands first. */
export const JOINT_WAYS: Readonly<
  Record<Exclude<JointKind, "screws" | "connector">, { readonly off: string; readonly on: string }>
> = {
  clips: {
    off: "Pick into the seam, then along it: the clips let go one after the other.",
    on: "Set it down all round, then press along the seam until each clip snaps.",
  },
  adhesive: {
    off: "Ease it apart along its length, flat and slowly; warmth helps where it is stiff.",
    on: "Clean and dry first; press along its whole length.",
  },
  tape: {
    off: "Lift a corner, then peel it flat and slowly.",
    on: "Lay it down without a crease, then rub it on.",
  },
  seat: {
    off: "Tilt it up at its free end, then draw it out of its seat.",
    on: "Into its seat at the angle first, then down flat.",
  },
  route: {
    off: "Out of its hooks one after the other, by the lead, never by its plug.",
    on: "Back into each hook, with no loop that something could pinch.",
  },
  latch: {
    off: "Push the latch, and hold it while the part comes away.",
    on: "Home until the latch clicks; a gentle pull must not move it.",
  },
  rivets: { off: "Riveted: it does not come off.", on: "Riveted: it stays on." },
  weld: { off: "Welded: it does not come off.", on: "Welded: it stays on." },
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
