import type { GuideJoint, GuidePart } from "./types.ts";

/** How firmly a joint holds its sides together: what holds, what catches, what sticks. */
type Grip = 0 | 1 | 2;

/**
 * Of joints that hold the same two sides the firmer is opened first: screws and latches (0), then what slides or snaps
 * (1), then glue, paste and pads (2). Undefined for leads, tapes, what takes the power off, and what may be opened
 * before (`free`).
 */
export function gripOf(joint: GuideJoint): Grip | undefined {
  if (joint.slack === true || joint.power === true || joint.free === true) return undefined;
  switch (joint.kind) {
    case "screws":
    case "latch":
      return 0;
    case "clips":
    case "seat":
      return 1;
    case "connector":
      return isSlot(joint) ? 1 : undefined;
    case "adhesive":
      return 2;
    default:
      return undefined;
  }
}

const isSlot = (joint: GuideJoint): boolean =>
  joint.kind === "connector" && (joint.type === "edge-slot" || joint.type === "sata");

/** Whether a joint, as long as it is closed, keeps its parts in place when the machine is turned: leads and paste do not. */
export function keepsInPlace(
  { parts }: { readonly parts: Readonly<Record<string, GuidePart>> },
  joint: GuideJoint,
): boolean {
  if (joint.slack === true || joint.kind === "route") return false;
  if (joint.kind === "connector") return isSlot(joint);
  return !(joint.kind === "adhesive" && joint.joins.some((id) => isPasted(parts[id]!)));
}

const isPasted = ({ kind, handling }: GuidePart): boolean =>
  kind === "heatsink" || kind === "pad" || (handling?.includes("paste") ?? false);
