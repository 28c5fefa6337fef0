import { unreachable } from "../base/result.ts";
import type { ConnectorType, Guide, GuideJoint, GuidePart, Posture } from "./types.ts";

/** Minutes off and on by connector type (format page, *Joints*). */
const CONNECTOR_MINUTES: Readonly<Record<ConnectorType, readonly [off: number, on: number]>> = {
  "zif-flip": [0.3, 0.5],
  "zif-slide": [0.3, 0.5],
  "board-press": [0.2, 0.3],
  "wire-plug": [0.3, 0.3],
  "coax-snap": [0.2, 0.8],
  "coax-bar": [0.3, 0.4],
  "latch-slide": [0.3, 0.5],
  "edge-slot": [0.2, 0.2],
  sata: [0.2, 0.2],
};

const CONNECTOR_TOOL: Readonly<Record<ConnectorType, string | undefined>> = {
  "zif-flip": "spudger",
  "zif-slide": "spudger",
  "board-press": "spudger",
  "wire-plug": "spudger",
  "latch-slide": "spudger",
  "coax-snap": "tweezers",
  "coax-bar": undefined,
  "edge-slot": undefined,
  sata: undefined,
};

const CARE_MINUTES = [0, 0.25, 1, 3] as const;

export interface JointMinutes {
  readonly off: number;
  readonly on: number;
}

/** How much of a joint's care falls on opening it; the rest falls on making it. */
function careOnOff(joint: GuideJoint): number {
  if (joint.kind === "connector") {
    return ["coax-snap", "board-press", "edge-slot"].includes(joint.type) ? 0 : 0.5;
  }
  return joint.kind === "adhesive" || joint.kind === "clips" ? 1 : 0.5;
}

function defaultMinutes(joint: GuideJoint): readonly [number, number] {
  switch (joint.kind) {
    case "screws": {
      const each = 0.15 * joint.count + 0.1;
      return [each, each];
    }
    case "connector":
      return CONNECTOR_MINUTES[joint.type];
    case "clips":
      return [1.5, 0.7];
    case "adhesive":
    case "tape":
      return [0.4, 0.3];
    case "route":
      return [0.2, 0.4];
    case "seat":
      return [0.1, 0.2];
    case "latch":
      return [0.1, 0.1];
    case "rivets":
    case "weld":
      return [0, 0];
    default:
      return unreachable(joint);
  }
}

/** Minutes to open and to make, the care that its fragility asks on the side where it is needed. */
export function jointMinutes(joint: GuideJoint): JointMinutes {
  const [off, on] = defaultMinutes(joint);
  const care = CARE_MINUTES[joint.fragile ?? 0];
  const share = careOnOff(joint);
  return { off: (joint.off ?? off) + care * share, on: (joint.on ?? on) + care * (1 - share) };
}

/** Minutes to lift a part and to place it: place defaults to lift, lift to 0.3. */
export function partMinutes(part: GuidePart): { readonly lift: number; readonly place: number } {
  const lift = part.lift ?? 0.3;
  return { lift, place: part.place ?? lift };
}

/** The bit or tool that opens a joint; undefined where bare hands do. */
export function jointTool(joint: GuideJoint): string | undefined {
  if (joint.tool !== undefined) return joint.tool === "none" ? undefined : joint.tool;
  switch (joint.kind) {
    case "screws":
      return joint.drive;
    case "connector":
      return CONNECTOR_TOOL[joint.type];
    case "clips":
      return "pick";
    case "adhesive":
    case "tape":
      return "tweezers";
    case "route":
    case "seat":
    case "latch":
    case "rivets":
    case "weld":
      return undefined;
    default:
      return unreachable(joint);
  }
}

/** How the machine must lie for a joint: its own posture, else that of the view of its first point. */
export function jointPosture(guide: Guide, joint: GuideJoint): Posture | undefined {
  const view = joint.at?.[0]?.view;
  return joint.posture ?? (view === undefined ? undefined : guide.views[view]?.posture);
}

export const isPermanent = (joint: GuideJoint): boolean =>
  joint.permanent === true || joint.kind === "rivets" || joint.kind === "weld";

/** Whether a joint goes on before its parts are brought together: glue and paste do, a tape over a lock does not. */
export const isAppliedFirst = (joint: GuideJoint): boolean =>
  (joint.kind === "adhesive" || joint.kind === "tape") &&
  (joint.apply ?? (joint.kind === "adhesive" ? "before" : "after")) === "before";
