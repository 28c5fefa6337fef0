import { unreachable } from "../base/result.ts";
import {
  type ConnectorType,
  type Guide,
  type GuideJoint,
  jointTool,
  mainPart,
} from "../guide/index.ts";
import type { Step } from "../plan/index.ts";
import { jointWord, partWord, wordList } from "./names.ts";

/** How each type of connector opens: one line, hands first. */
export const CONNECTOR_OPENS: Readonly<Record<ConnectorType, string>> = {
  "zif-flip": "Tip the lock up on its hinge, then draw the ribbon out along the board by its tab.",
  "zif-slide": "Push both ends of the lock out a little at a time, then pull the ribbon.",
  "board-press": "Straight up from one end. Back: line up, press until each end clicks.",
  "wire-plug": "Nails or spudger on both shoulders, walk it out. Never by the wires.",
  "coax-snap": "Straight up. Back on dead square, with tweezers, until it snaps.",
  "coax-bar": "Swing the bar over, then pull the tab along the board. Never upwards.",
  "latch-slide": "Open the latch, then slide it along the board.",
  "edge-slot": "Let it spring up, then slide it out at that angle.",
  sata: "Slide the two halves apart, in line with the drive.",
};

/** One line of what to do, second person, present. */
export function stepWords(guide: Guide, step: Step): string {
  switch (step.do) {
    case "lift":
      return `Lift the ${partWord(guide, mainPart(guide, step.parts))} out${along(guide, step.parts)}`;
    case "place":
      return `Put the ${partWord(guide, mainPart(guide, step.parts))} back${along(guide, step.parts)}`;
    case "release":
      return releaseWords(guide, step.joint);
    case "make":
      return makeWords(guide, step.joint);
    default:
      return unreachable(step);
  }
}

function along(guide: Guide, parts: readonly string[]): string {
  const main = mainPart(guide, parts);
  const rest = parts.filter((id) => id !== main);
  if (rest.length === 0) return "";
  if (rest.length > 3) return `, with the ${rest.length} parts on it`;
  return `, with the ${wordList(rest.map((id) => partWord(guide, id)))}`;
}

const isSlot = (joint: GuideJoint): boolean =>
  joint.kind === "connector" && (joint.type === "edge-slot" || joint.type === "sata");

function releaseWords(guide: Guide, id: string): string {
  const joint = guide.joints[id]!;
  const name = jointWord(guide, id);
  switch (joint.kind) {
    case "screws":
      return joint.captive === true
        ? `Loosen the ${name}, ${joint.count} of them; they stay in`
        : `Take out the ${name}: ${joint.count}`;
    case "connector":
      return isSlot(joint)
        ? `Slide the ${partWord(guide, joint.joins[1]!)} out of the ${name}`
        : `Unplug the ${name}`;
    case "clips":
      return `Open the ${name}${joint.start === undefined ? "" : `, from the ${joint.start}`}`;
    case "adhesive":
      return `Loosen the ${name}`;
    case "tape":
      return `Peel the ${name} back`;
    case "route":
      return `Free the ${name}`;
    case "seat":
    case "latch":
      return `Release the ${name}`;
    case "rivets":
    case "weld":
      return `Leave the ${name}: it is made for good`;
    default:
      return unreachable(joint);
  }
}

function makeWords(guide: Guide, id: string): string {
  const joint = guide.joints[id]!;
  const name = jointWord(guide, id);
  switch (joint.kind) {
    case "screws":
      return joint.captive === true
        ? `Tighten the ${name}, ${joint.count} of them`
        : `Screw in the ${name}: ${joint.count}`;
    case "connector":
      return isSlot(joint)
        ? `Slide the ${partWord(guide, joint.joins[1]!)} into the ${name}`
        : `Plug in the ${name}`;
    case "clips":
      return `Close the ${name}; hear them all round`;
    case "adhesive":
    case "tape":
      return joint.reuse === "replace" ? `Renew the ${name}` : `Press the ${name} back`;
    case "route":
      return `Lay the ${name}`;
    case "seat":
    case "latch":
      return `Close the ${name}`;
    case "rivets":
    case "weld":
      return `Leave the ${name}: it is made for good`;
    default:
      return unreachable(joint);
  }
}

/** The bit or tool of a step in words, or undefined for bare hands. */
export function toolWords(guide: Guide, step: Step): string | undefined {
  if (step.do === "lift" || step.do === "place") return undefined;
  const joint = guide.joints[step.joint]!;
  const tool = jointTool(joint);
  return tool === undefined ? undefined : joint.kind === "screws" ? `${tool} bit` : tool;
}

/** What to heed at a step: the joint's or parts' own care, where it hides, then the usual cautions. */
export function careLines(guide: Guide, step: Step): readonly string[] {
  const lines: string[] = [];
  if (step.do === "release" || step.do === "make") {
    const joint = guide.joints[step.joint]!;
    if (joint.hidden !== undefined) lines.push(`Hides: ${joint.hidden}.`);
    if (joint.care !== undefined) lines.push(joint.care);
    if (step.do === "release" && joint.power === true) {
      lines.push("Charger out first. No metal here. Then hold the power button for ten seconds.");
    }
    if ((joint.fragile ?? 0) >= 2) lines.push("Fragile: no spare is to be had for this one.");
    if (step.do === "release" && joint.kind === "clips") lines.push("Eyes: clips can fly.");
    return lines;
  }
  const parts = step.parts.map((id) => guide.parts[id]!);
  for (const part of parts) if (part.care !== undefined) lines.push(part.care);
  const handling = new Set(parts.flatMap((part) => part.handling ?? []));
  if (handling.has("lithium")) {
    lines.push(
      "Swollen, dented, warm or sweet-smelling: stop. Do not charge, bend or puncture it; " +
        "move it to the fire-safe place and follow the local rules for disposal.",
    );
  }
  if (handling.has("esd")) lines.push("Strap or mat on; hold it by the edges.");
  if (handling.has("sharp")) lines.push("Sharp edges.");
  if (handling.has("bends")) lines.push("It bends: carry it flat, never pull against resistance.");
  return lines.slice(0, 4);
}
