import { unreachable } from "../base/result.ts";
import type { GuideJoint, GuidePart } from "../guide/index.ts";
import { CONNECTOR_WAYS } from "./care-words.ts";
import type { NamedGuide } from "./names.ts";

/** How something comes off, and how it goes on again: a line each, hands first. */
interface Way {
  readonly off: string;
  readonly on: string;
}

const SEAL: Way = {
  off: "It breaks when it is lifted: that is what it is for.",
  on: "It does not go on again; the record says who agreed.",
};
const PASTE: Way = {
  off: "Twist the cooler a little to break the paste; never pry against a chip.",
  on: "Both faces clean and dry, then new paste, before the cooler goes down.",
};
const PAD: Way = {
  off: "Peel it from one corner, in one piece; torn, it is replaced.",
  on: "Film off, laid down flat, no bubble under it.",
};
/** Heat makes a pack burn: it is never warmed, whatever glue it lies in. */
const PACK: Way = {
  off: "No heat, no metal, no bending: draw its strips out flat, or slide a plastic card under it a little at a time.",
  on: "Clean and dry first, then laid in flat; press beside the cell, not on it.",
};
const GLUE: Way = {
  off: "Ease it apart along its length, flat and slowly; a little warmth where it is stiff.",
  on: "Clean and dry first; press along its whole length.",
};
const TAPE: Way = {
  off: "Lift a corner, then peel it flat and slowly.",
  on: "Lay it down without a crease, then rub it on.",
};
const CLIPS: Way = {
  off: "Pick into the seam, then along it: the clips let go one after the other.",
  on: "Set it down all round, then press along the seam until each clip snaps.",
};
const SNAPS: Way = {
  off: "Straight up by hand, near the snaps, until they let go.",
  on: "Set it down all round, then press over the snaps until each is heard.",
};
const SEAT: Way = {
  off: "Out the way it sits; nothing here is forced.",
  on: "Back the way it came, until it lies without force.",
};
const ANGLED: Way = {
  off: "Let its free end come up, then draw it out at that angle.",
  on: "In at its angle first, then down flat.",
};
const ROUTE: Way = {
  off: "Out of its hooks one after the other, by the lead, never by its plug.",
  on: "Back into each hook, with no loop that something could pinch.",
};
const LATCH: Way = {
  off: "Release the latch, then draw the part away.",
  on: "Home until the latch holds; a gentle pull must not move it.",
};
const FOR_GOOD: Way = { off: "It does not come off.", on: "It stays on." };

/** How a joint opens and shuts; undefined for screws, whose bit and count say it. */
export function jointWay(guide: NamedGuide, id: string): Way | undefined {
  const joint = guide.joints[id]!;
  const parts = joint.joins.flatMap((part) => guide.parts[part] ?? []);
  switch (joint.kind) {
    case "screws":
      return undefined;
    case "connector":
      return CONNECTOR_WAYS[joint.type];
    case "clips":
      return joint.tool === "none" ? SNAPS : CLIPS;
    case "adhesive":
    case "tape":
      return stickyWay(joint, parts);
    case "seat":
      return joint.angle === undefined ? SEAT : ANGLED;
    case "route":
      return ROUTE;
    case "latch":
      return LATCH;
    case "rivets":
    case "weld":
      return FOR_GOOD;
    default:
      return unreachable(joint);
  }
}

/** What is glued decides how the glue is taken: a pack, a cooler, a pad and a seal are no feet. */
function stickyWay({ kind }: GuideJoint, parts: readonly GuidePart[]): Way {
  const has = (is: (part: GuidePart) => boolean): boolean => parts.some(is);
  if (has((part) => part.kind === "seal")) return SEAL;
  if (has((part) => part.handling?.includes("lithium") === true || part.kind === "coin-cell")) {
    return kind === "tape" ? TAPE : PACK;
  }
  if (kind === "tape") return TAPE;
  if (has((part) => part.kind === "pad")) return PAD;
  return has((part) => part.handling?.includes("paste") === true) ? PASTE : GLUE;
}
