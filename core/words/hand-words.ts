import type { AgainstHands, PostureChange } from "../bench/index.ts";
import type { Guide, Posture } from "../guide/index.ts";
import type { Careful, Forced } from "../plan/index.ts";
import type { Job } from "../rules/index.ts";
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
    const names = loose.slice(0, NAMED_LOOSE).map((id) => partWord(guide, id));
    const more = loose.length - names.length;
    const what = more > 0 ? `${names.join(", ")} and ${more} more` : wordList(names);
    const lies = loose.length === 1 ? "lies loose: lift it out, or hold it" : LOOSE_WORDS;
    return `${turn} ${capital(what)} ${lies}.`;
  }
  return to === "hanging" ? `${turn} Hold the lid.` : turn;
}
/** So many loose parts are named in one breath. */
const NAMED_LOOSE = 4;
const LOOSE_WORDS = "lie loose: lift them out, or hold them";

/** What is said at a step that goes against hands. */
export function againstWords(guide: Guide, { rule, because }: AgainstHands): string {
  const what = wordList(because.map((id) => thingWord(guide, id)));
  return rule === "live"
    ? `Live: the power is still on (${what}).`
    : `The ${what} still ${because.length === 1 && !/s$/.test(what) ? "holds" : "hold"} here: no force.`;
}

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

/** What the careful way does besides: "With the power taken off first and the drive lifted out". */
export function carefulWords(guide: Guide, job: Job, { open, off }: Careful): string {
  const isDead = open.length > (job.open ?? []).length;
  const isPack = (id: string): boolean => guide.parts[id]?.handling?.includes("lithium") ?? false;
  const out = off.filter((id) => !(job.off ?? []).includes(id) && !(isDead && isPack(id)));
  const lifted =
    out.length > 0 ? [`${wordList(out.map((id) => thingWord(guide, id)))} lifted out`] : [];
  return `With ${[...(isDead ? ["the power taken off first"] : []), ...lifted].join(" and ")}`;
}

/** What is held clear while a part goes down. */
export const clearWords = (guide: Guide, parts: readonly string[]): string | undefined =>
  parts.length === 0
    ? undefined
    : parts.length > 4
      ? `Hold its ${parts.length} leads clear while it goes down.`
      : `Hold clear while it goes down: ${wordList(parts.map((id) => partWord(guide, id)))}.`;

/** Those leads by name, where there are too many to say at once. */
export const clearNames = (guide: Guide, parts: readonly string[]): string | undefined =>
  parts.length > 4 ? `The leads: ${wordList(parts.map((id) => partWord(guide, id)))}.` : undefined;
