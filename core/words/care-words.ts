import {
  type ConnectorType,
  goesIntoBag,
  type Guide,
  type GuideJoint,
  type GuidePart,
  type Handling,
  jointTool,
} from "../guide/index.ts";
import type { Step } from "../plan/index.ts";
import { capital, jointWord, partWord, wordList } from "./names.ts";

/** How each type of connector comes off and goes on: one line each, hands first. */
export const CONNECTOR_WAYS: Readonly<
  Record<ConnectorType, { readonly off: string; readonly on: string }>
> = {
  "zif-flip": {
    off: "Tip the lock up on its hinge, then draw the ribbon out along the board by its tab.",
    on: "Ribbon in straight to its mark, then tip the lock down; a gentle pull must not move it.",
  },
  "zif-slide": {
    off: "Push both ends of the lock out a little at a time, then pull the ribbon.",
    on: "Ribbon in straight to its mark, then push both ends of the lock in.",
  },
  "board-press": {
    off: "Straight up from one end.",
    on: "Line it up by feel, press until each end clicks. Askew, its pins bend.",
  },
  "wire-plug": {
    off: "Nails or spudger on both shoulders, walk it out. Never by the wires.",
    on: "Ridge to the notch, push on both shoulders until it is flush. Never by the wires.",
  },
  "coax-snap": {
    off: "Straight up, at the plug, never by the lead.",
    on: "Dead square over its post, with tweezers, then press until it snaps. Nobody is slow here.",
  },
  "coax-bar": {
    off: "Swing the bar over, then pull the tab along the board. Never upwards.",
    on: "Slide it in along the board, then swing the bar back over it.",
  },
  "latch-slide": {
    off: "Open the latch, then slide it along the board.",
    on: "Slide it home along the board, contacts not scraped, then shut the latch.",
  },
  "edge-slot": {
    off: "Let it spring up, then slide it out at that angle.",
    on: "In at its angle until no gold shows, then press it flat.",
  },
  sata: {
    off: "Slide the two halves apart, in line with the drive.",
    on: "Slide the two halves together, in line with the drive.",
  },
};

/** How grave a caution is: what can hurt a person first, then what kills the machine, then the rest. */
type Gravity = 0 | 1 | 2 | 3 | 4 | 5 | 6;
export interface Caution {
  readonly gravity: Gravity;
  readonly text: string;
}

const LITHIUM =
  "Swollen, dented, warm or sweet-smelling: stop. No charging, bending or piercing; to the fire-safe " +
  "place, then by the local rules.";

/** What of the machine as it is a caution depends on. */
interface CareAt {
  /** Whether another bit is taken up than the one in the hand. */
  readonly isNewBit?: boolean;
  /** Leads that what is lifted stays on. */
  readonly tied?: readonly string[];
}

/**
 * What to heed at a step, each once, the gravest first, none left out: the usual cautions of what is
 * done, where it hides, then what the author says for this way. A lift of several parts says which one a
 * line is about; a bit is only warned of when it is taken up.
 */
export const careLines = (guide: Guide, step: Step, at: CareAt = {}): readonly string[] =>
  cautionsOf(guide, step, at).map(({ text }) => text);

/** The same, each with its gravity. */
export function cautionsOf(
  guide: Guide,
  step: Step,
  { isNewBit = true, tied = [] }: CareAt = {},
): readonly Caution[] {
  const cautions =
    step.do === "release" || step.do === "make"
      ? jointCautions(guide.joints[step.joint]!, step.do === "release", isNewBit)
      : partCautions(guide, step, tied);
  const lines = cautions.map(({ gravity, text }, i) => ({ gravity, text, i }));
  lines.sort((a, b) => a.gravity - b.gravity || a.i - b.i);
  return lines.filter(({ text }, i) => lines.findIndex((one) => one.text === text) === i);
}

function jointCautions(joint: GuideJoint, isOff: boolean, isNewBit: boolean): readonly Caution[] {
  const found: Caution[] = [];
  const say = (gravity: Gravity, text: string | undefined): void => {
    if (text !== undefined) found.push({ gravity, text });
  };
  if (joint.power === true) {
    say(
      1,
      isOff
        ? "Charger out first. No metal here. Then hold the power button for ten seconds."
        : "No metal here. From here on the machine is live.",
    );
  }
  if (isOff && joint.kind === "clips") say(1, "Eyes: clips can fly.");
  if ((joint.fragile ?? 0) >= 2) say(2, fragileWords(joint));
  if (isNewBit) say(4, bitWords(joint, isOff));
  if (isOff && joint.kind === "connector" && joint.type === "zif-flip") {
    say(5, "Shut the empty lock again, so that nothing catches it.");
  }
  if (joint.hidden !== undefined) say(3, `Hides: ${joint.hidden}.`);
  say(4, joint.care);
  say(4, isOff ? joint.careOff : joint.careOn);
  return found;
}

function fragileWords(joint: GuideJoint): string {
  const type = joint.kind === "connector" ? joint.type : undefined;
  switch (type) {
    case "zif-flip":
    case "zif-slide":
      return "Fragile: its lock breaks off, and there is often no spare.";
    case "coax-snap":
      return "Fragile: a crushed centre kills the card, or the board where the card is soldered.";
    default:
      return "Fragile: slowly, and with no force.";
  }
}

const bitWords = (joint: GuideJoint, isOff: boolean): string | undefined =>
  isOff && joint.kind === "screws"
    ? `${jointTool(joint)} seated square; if it rides up, it is the wrong bit.`
    : undefined;

function partCautions(
  guide: Guide,
  { do: way, parts: ids }: Extract<Step, { do: "lift" | "place" }>,
  tied: readonly string[],
): readonly Caution[] {
  const isOff = way === "lift";
  const found: Caution[] = [];
  const having = (wanted: (part: GuidePart) => boolean): readonly string[] =>
    ids.filter((id) => wanted(guide.parts[id]!));
  const handled = (handling: Handling): readonly string[] =>
    having((part) => part.handling?.includes(handling) ?? false);
  const about = (
    gravity: Gravity,
    which: readonly string[],
    text: string,
    named: (what: string) => string = (what) => `${capital(what)}: ${lowerFirst(text)}`,
  ): void => {
    if (which.length === 0) return;
    const isPlain = which.length === ids.length;
    const what = wordList(which.map((id) => partWord(guide, id)));
    found.push({ gravity, text: isPlain ? text : named(what) });
  };
  about(0, handled("lithium"), LITHIUM, () => LITHIUM);
  about(1, isOff ? handled("hot") : [], "Hot after a load test: it has gone cold first.");
  about(1, handled("sharp"), "Sharp edges.");
  about(
    2,
    handled("esd"),
    "Strap or mat on; hold it by the edges.",
    (what) => `Strap or mat on; hold the ${what} by the edges.`,
  );
  about(3, handled("bends"), "It bends: carry it flat, never pull against resistance.", (what) =>
    handled("bends").length > 1
      ? `The ${what} bend: carry them flat, never pull against resistance.`
      : `The ${what} bends: carry it flat, never pull against resistance.`,
  );
  if (isOff && tied.length > 0) {
    const leads = wordList(tied.map((id) => jointWord(guide, id)));
    const text = `It stays on the ${leads}: lay it beside the machine, so that nothing pulls.`;
    found.push({ gravity: 2, text });
  }
  if (isOff && tied.length === 0) {
    const bagged = having(goesIntoBag);
    about(
      5,
      bagged,
      "Into a shielding bag with what belongs to it; label the bag.",
      (what) => `Into a shielding bag, labelled: the ${what}.`,
    );
  }
  const said = new Map<string, string[]>();
  for (const id of ids) {
    const part = guide.parts[id]!;
    for (const line of [part.care, isOff ? part.careOff : part.careOn]) {
      if (line !== undefined) said.set(line, [...(said.get(line) ?? []), id]);
    }
  }
  for (const [line, which] of said) about(4, which, line);
  return found;
}

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
