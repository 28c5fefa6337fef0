import { unreachable } from "../base/result.ts";
import type { Guide } from "../guide/index.ts";
import type { Teaching, Verdict } from "../lessons/index.ts";
import { capital, thingWord } from "./names.ts";

/** What jobs teach about a guide, in a sentence. */
export function lessonWords(guide: Guide, teaching: Teaching): string {
  switch (teaching.type) {
    case "count": {
      const facts = guide.joints[teaching.joint];
      const was = facts?.kind === "screws" ? `, not ${facts.count}` : "";
      const screws = teaching.count === 1 ? "1 screw" : `${teaching.count} screws`;
      return `${capital(thingWord(guide, teaching.joint))}: ${screws}${was}.`;
    }
    case "minutes":
      return `${minutesOf(guide, teaching)} ${teaching.minutes} min.`;
    case "in-reach":
      return `The ${thingWord(guide, teaching.thing)} can be reached with the ${thingWord(guide, teaching.part)} in.`;
    case "held-by":
      return `The ${thingWord(guide, teaching.by)} holds the ${thingWord(guide, teaching.thing)}, too.`;
    case "words":
      return `${capital(thingWord(guide, teaching.about))}: ${teaching.words}`;
    default:
      return unreachable(teaching);
  }
}

function minutesOf(guide: Guide, { id, key }: Extract<Teaching, { type: "minutes" }>): string {
  const name = thingWord(guide, id);
  switch (key) {
    case "off":
      return `To undo the ${name} takes`;
    case "on":
      return `To make the ${name} again takes`;
    case "lift":
      return `To lift the ${name} out takes`;
    case "place":
      return `To put the ${name} back takes`;
    default:
      return unreachable(key);
  }
}

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  accepted: "Accepted",
  refused: "Refused",
  machine: "For one machine only",
};
