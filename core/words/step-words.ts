import { unreachable } from "../base/result.ts";
import {
  type Guide,
  type GuideJoint,
  isAppliedFirst,
  jointTool,
  mainPart,
  type ScrewsJoint,
} from "../guide/index.ts";
import type { Step } from "../plan/index.ts";
import { jointWord, partWord, wordList } from "./names.ts";

/** One line of what to do, second person, present. */
export function stepWords(guide: Guide, step: Step): string {
  switch (step.do) {
    case "lift":
      return `Lift the ${partWord(guide, mainPart(guide, step.parts))} out${along(guide, step.parts)}`;
    case "place":
      if (step.parts.every((id) => guide.parts[id]?.kind === "seal")) {
        return `Leave the ${partWord(guide, step.parts[0]!)} off: it is broken, and noted`;
      }
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
  if (rest.length > 2) return `, with the ${rest.length} parts on it`;
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
        : `Take out the ${name}: ${joint.count}${washerWords(joint)}`;
    case "connector":
      return isSlot(joint)
        ? `Slide the ${partWord(guide, joint.joins[1]!)} out of the ${name}`
        : `Unplug the ${name}`;
    case "clips":
      return `Open the ${name}${joint.start === undefined ? "" : `, ${fromWords(joint.start)}`}`;
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

const fromWords = (start: string): string =>
  /^(any|either|the|both)\b/.test(start) ? `from ${start}` : `from the ${start}`;

const washerWords = ({ washers, count }: ScrewsJoint): string =>
  washers === undefined
    ? ""
    : `, ${washers === count ? "each" : washers === 1 ? "one" : washers} with a washer`;

function makeWords(guide: Guide, id: string): string {
  const joint = guide.joints[id]!;
  const name = jointWord(guide, id);
  switch (joint.kind) {
    case "screws":
      return joint.captive === true
        ? `Tighten the ${name}, ${joint.count} of them`
        : `Screw in the ${name}: ${joint.count}${washerWords(joint)}`;
    case "connector":
      return isSlot(joint)
        ? `Slide the ${partWord(guide, joint.joins[1]!)} into the ${name}`
        : `Plug in the ${name}`;
    case "clips":
      return `Close the ${name}${joint.start === undefined ? "" : ` ${fromWords(joint.start)}`}; hear them all round`;
    case "adhesive":
    case "tape":
      if (joint.joins.some((part) => guide.parts[part]?.kind === "seal")) {
        return `Leave the ${name} broken: a seal is not renewed`;
      }
      if (joint.reuse === "replace") return `Renew the ${name}`;
      return isAppliedFirst(joint)
        ? `Make the ${name} ready, clean and dry`
        : `Press the ${name} back`;
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
