import type { PostureChange } from "../bench/index.ts";
import type { Guide, Posture } from "../guide/index.ts";
import { partWord, wordList } from "./names.ts";

/** How a machine lies. */
export const POSTURE_WORDS: Readonly<Record<Posture, string>> = {
  "underside-up": "Lid shut, underside up",
  "deck-up": "Feet down, lid open",
  hanging: "Lid open over the edge of the bench, hanging down",
  "on-side": "On its side",
};

/** A line of its own where the machine is turned: how it is laid, and what to see to first. */
export function postureWords({ from, to }: PostureChange): string {
  if (from === undefined) return `Lay it: ${POSTURE_WORDS[to].toLowerCase()}.`;
  const first = to === "hanging" ? "hold the lid" : "take off what lies loose";
  return `Turn it: ${POSTURE_WORDS[to].toLowerCase()}. Before that, ${first}.`;
}

/** What is held clear while a part goes down. */
export const clearWords = (guide: Guide, parts: readonly string[]): string | undefined =>
  parts.length === 0
    ? undefined
    : `Hold these leads clear while it goes down: ${wordList(parts.map((id) => partWord(guide, id)))}.`;
