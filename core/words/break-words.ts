import type { Breakage, Broken } from "../bench/index.ts";
import type { Guide } from "../guide/index.ts";
import { capital, thingWord } from "./names.ts";

interface BreakWords {
  readonly name: string;
  /** What can be done about it, the mildest first, each with its risk. */
  readonly remedies: readonly string[];
}

export const BREAK_WORDS: Readonly<Record<Breakage, BreakWords>> = {
  lock: {
    name: "Lock of a ribbon",
    remedies: [
      "Ribbon in to its mark, tape over it, pressed by what lies over it: it may work loose.",
      "A new socket is solder work: another price, ask first.",
    ],
  },
  post: {
    name: "Post or screw boss",
    remedies: [
      "Glue the boss and let it set with the screw in: it takes one more opening.",
      "Leave the screw out: note it, the edge may gape.",
    ],
  },
  clip: {
    name: "Clip",
    remedies: ["One clip in a seam is left: the seam holds. Several: the part is replaced."],
  },
  edge: {
    name: "Edge or case",
    remedies: ["Smooth it so that nobody is cut; offer the part new."],
  },
  head: {
    name: "Screw head",
    remedies: [
      "Seat the bit, press hard and turn slowly: it may take the rest of the head.",
      "A rubber band between bit and head: it may tear and smear.",
      "A bit one size larger, tapped in: it may split the boss.",
      "An extractor, by hand: swarf, so cover the board first.",
    ],
  },
  glass: {
    name: "Glass or panel",
    remedies: ["Stop. Glasses on, tape over the crack; the customer is told before it goes on."],
  },
  tab: {
    name: "Pull tab",
    remedies: [
      "Draw on with flat pliers at the root, flat and slowly: it may tear again.",
      "Thread or card under it from the side; no heat and no metal at a pack.",
    ],
  },
  undone: {
    name: "Came undone by itself",
    remedies: ["It is open from here on: it has its look, its count and its test on the way up."],
  },
};

/** A plug that will not come: not broken, and kept so. */
export const STUCK_PLUG =
  "A plug that will not come: rock it by both shoulders; else leave it until the board is up.";

/** What broke and how it was left. → Fan plug: lock of a ribbon; taped over. */
export function brokenWords(
  guide: Pick<Guide, "parts" | "joints">,
  { what, at, how }: Broken,
): string {
  const name = BREAK_WORDS[what].name.toLowerCase();
  return `${capital(thingWord(guide, at))}: ${name}${how === "" ? "" : `; ${how}`}.`;
}
