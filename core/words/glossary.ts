/** One word of the bench, and what it means here. */
export interface Term {
  readonly word: string;
  readonly means: string;
}

/** The program's own words, by name. */
export const GLOSSARY: readonly Term[] = [
  {
    word: "book",
    means:
      "The order of the maker's manual. The short way leaves out what the book only advises; what it insists on stands in both.",
  },
  {
    word: "build-up",
    means:
      "The way back up: the strip-down turned round, with a gate wherever something would close over a plug.",
  },
  {
    word: "cell",
    means: "One place in the tray. Each lot of screws has its own, so that none is mixed up.",
  },
  {
    word: "cover",
    means: "A part that lies over another one, or over a joint: it has to be away first.",
  },
  {
    word: "dive line",
    means:
      "The job as one line: it goes down with every part that comes off, turns copper at the swap, and climbs back up.",
  },
  {
    word: "gate",
    means:
      "The last look at plugs before the power goes on or a part hides them: a region of the map, one press for all that are in.",
  },
  {
    word: "joint",
    means:
      "Whatever holds parts together: a lot of screws, a plug, clips, glue, tape, a seat, a guide for a lead.",
  },
  {
    word: "lead",
    means: "A cable with the guides it lies in. It goes back the way it came out.",
  },
  {
    word: "live or dead",
    means:
      "Whether anything in the machine can still be under power: charger, battery plug, outer battery, and when it was last powered.",
  },
  {
    word: "lot",
    means:
      "Screws of one sort that come out at one step, in one place. They are counted out and counted in.",
  },
  {
    word: "mirror",
    means:
      "A way to keep screws: laid down as they sat in the machine, so that each goes back where it was.",
  },
  {
    word: "plug",
    means:
      "Any connector that is opened by hand: a ribbon in its lock, a board plug, a coax, a wire plug.",
  },
  {
    word: "promise",
    means: "The day the customer was told the machine will be ready.",
  },
  {
    word: "proof",
    means:
      "Trying out what was touched, while it can still be reached, and once more when the machine is shut.",
  },
  {
    word: "short way",
    means: "The sequence with the least work that breaks no rule of the machine.",
  },
  {
    word: "sister",
    means: "A machine that is nearly the same, under a code of its own.",
  },
  {
    word: "snag",
    means:
      "A part that should come off and does not. The bench names what still holds it, likeliest first.",
  },
  {
    word: "soak",
    means:
      "A long run under load, before and after, with heat, fan, power and memory written down: the proof that a repair holds.",
  },
  {
    word: "stop",
    means: "A question that has to be answered before the next step: power, battery, heat, seal.",
  },
  {
    word: "strip-down",
    means: "Taking the machine apart as far as the job needs, and no further.",
  },
  {
    word: "swap",
    means: "The bottom of the job: the old part out, the new one in, with what moves over to it.",
  },
  {
    word: "take in",
    means: "A machine comes over the counter: whose it is, what is wrong, how it looks.",
  },
  {
    word: "transfer",
    means:
      "A small part that moves from the old part to the new one, since it does not come with it.",
  },
  {
    word: "tray",
    means: "Where the screws of this job lie, cell by cell, until they go back in.",
  },
];
