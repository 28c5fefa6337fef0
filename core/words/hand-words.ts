import type { PostureChange } from "../bench/index.ts";
import type { Guide, Posture } from "../guide/index.ts";
import type { Forced } from "../plan/index.ts";
import { capital, partWord, thingWord, wordList } from "./names.ts";

/** How a machine lies. */
export const POSTURE_WORDS: Readonly<Record<Posture, string>> = {
  "underside-up": "Lid shut, underside up",
  "deck-up": "Feet down, lid open",
  hanging: "Lid open over the edge of the bench, hanging down",
  "on-side": "On its side",
};

/** A line of its own where the machine is turned: how it is laid, and what to see to first. */
export function postureWords(guide: Guide, { from, to, loose }: PostureChange): string {
  if (from === undefined) return `Lay it: ${POSTURE_WORDS[to].toLowerCase()}.`;
  const turn = `Turn it: ${POSTURE_WORDS[to].toLowerCase()}.`;
  if (loose.length > 0) {
    const lies = loose.length === 1 ? "lies loose: lift it out, or hold it" : LOOSE_WORDS;
    return `${turn} ${capital(wordList(loose.map((id) => partWord(guide, id))))} ${lies}.`;
  }
  return to === "hanging" ? `${turn} Hold the lid.` : turn;
}
const LOOSE_WORDS = "lie loose: lift them out, or hold them";

/** Why a step comes where a hand would not make it. */
export function forcedWords(guide: Guide, { rule, things, because }: Forced): string {
  const why = wordList(because.map((id) => thingWord(guide, id)));
  const what = thingWord(guide, things[0]!);
  switch (rule) {
    case "live":
      return `${capital(what)}: with the power still on (${why}).`;
    case "catch":
      return `${capital(what)}: before ${why}, since no other order is left.`;
    case "loose":
      return `${capital(what)}: the machine is turned for it while ${why} ${because.length === 1 ? "lies" : "lie"} loose.`;
  }
}

/** What is held clear while a part goes down. */
export const clearWords = (guide: Guide, parts: readonly string[]): string | undefined =>
  parts.length === 0
    ? undefined
    : `Hold these leads clear while it goes down: ${wordList(parts.map((id) => partWord(guide, id)))}.`;
