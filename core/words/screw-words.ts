import { unreachable } from "../base/result.ts";
import type { CountReason, Habit, Lot } from "../bench/index.ts";
import type { Guide, ScrewsJoint } from "../guide/index.ts";
import type { MixUp, PassKind } from "../screws/index.ts";
import { capital, jointWord, partWord } from "./names.ts";

/** What happens when two screws change places. */
export function mixUpWords(risk: MixUp): string {
  return risk.type === "too-long"
    ? `a ${risk.screw} mm screw in a ${risk.hole} mm hole: it dimples the case or cracks the board`
    : `${risk.threads.join(" and ")} look alike: the wrong one strips the thread`;
}

export const PASS_WORDS: Readonly<Record<PassKind, string>> = {
  "start-and-tighten": "Start by hand, then tighten",
  start: "Start all by hand",
  touch: "Half a turn each, in this order, until they touch",
  tighten: "Tighten in this order",
  "tighten-again": "Tighten in the same order",
  loosen: "Half a turn each, in this order, until all are loose",
  "take-out": "Out in the same order",
};

export const TORQUE_FROM_WORDS = {
  guide: "the guide",
  thread: "torque = 0.2 × diameter × preload; preload 40 to 75 % of proof load, class 4.8",
} as const;

/** Where a lot lies, in words for the step that takes it or brings it back. */
export function placeWords(
  guide: Guide,
  id: string,
  lies: Habit,
  cell: number | undefined,
): string {
  switch (lies) {
    case "cells":
      return cell === undefined ? "in the tray" : `cell ${cell}`;
    case "mirror":
      return "on the sheet, where they sat";
    case "with-part":
      return `beside the ${partWord(guide, guide.joints[id]!.joins[0]!)}`;
    case "parked":
      return "back in their holes, parked";
    default:
      return unreachable(lies);
  }
}

const REASON_WORDS: Readonly<Record<CountReason, string>> = {
  "missing-at-intake": "missing at intake",
  stuck: "would not go in",
  lost: "lost",
  found: "found",
};

/** A lot that went back short: by how many, and what was said of it. */
export function leftoverWords(guide: Guide, lot: Lot): string {
  const short = lot.out - (lot.in ?? 0);
  const { length, drive } = guide.joints[lot.joint] as ScrewsJoint;
  const why = lot.inDiffers ? REASON_WORDS[lot.inDiffers.reason] : "no reason given";
  return (
    `${capital(jointWord(guide, lot.joint))}: ${lot.out} came out, ${lot.in ?? 0} went in, ` +
    `${short} short (${why}). ${drive}, ${length} mm long, ` +
    placeWords(guide, lot.joint, lot.lies, lot.cell)
  );
}
