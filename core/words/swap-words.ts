import { unreachable } from "../base/result.ts";
import type { Guide, GuidePart } from "../guide/index.ts";
import type { BatteryState, GaugeOddity } from "../devices/index.ts";
import type {
  CodeVerdict,
  DriveHindrance,
  MemoryAgainst,
  MemoryRemark,
  PadChoice,
  PasteHabit,
  School,
} from "../swap/index.ts";

const percent = (share: number): string => `${Math.round(share * 100)} %`;

export const PASTE_HABIT_WORDS: Readonly<Record<PasteHabit, string>> = {
  "small-dot": "a small dot, 3 mm",
  "generous-dot": "a generous dot, 5 mm",
  spread: "a spread, 0.2 mm",
};

/** What a habit of putting paste on makes of this die. */
export function schoolWords({ ratio }: School): string {
  if (ratio < 0.75) return `${percent(ratio)} of what is needed: a corner may stay dry`;
  if (ratio <= 1.5) return "about right";
  const times = `${ratio.toFixed(1)} times what is needed`;
  return ratio <= 4
    ? `${times}: it is pressed out, which does no harm`
    : `${times}: it runs over the edge, wipe the rest off`;
}

/** What is cleaned at the swap, for what lies open: no paste where no cooler came off, no fins where none are. */
export function cleaningWords(
  { parts }: Pick<Guide, "parts">,
  out: readonly string[],
): readonly string[] {
  const has = (is: (part: GuidePart) => boolean): boolean =>
    out.some((id) => parts[id] !== undefined && is(parts[id]));
  const isCooling = ({ kind }: GuidePart): boolean => kind === "fan" || kind === "heatsink";
  return [
    ...(has(isCooling) ? ["dust out of fins and fan, the blades held still"] : []),
    ...(has(({ handling }) => handling?.includes("paste") === true)
      ? ["old paste off with alcohol"]
      : []),
    ...(has(({ kind }) => kind === "memory" || kind === "wifi" || kind === "storage")
      ? ["contacts with a damp swab"]
      : []),
    "new parts: sleeves and films off",
  ];
}

/** How a stock pad sits in its gap. */
export function padWords({ compression }: PadChoice): string {
  if (compression <= 0.02) return "it does not touch: take the next thicker one";
  if (compression > 0.5) {
    return "it is pressed too hard and lifts the cooler off the die: take a thinner one";
  }
  return `pressed together by ${percent(compression)}`;
}

/** What hinders a drive, and what to do where something can be done. */
export function hindranceWords(hindrance: DriveHindrance): string {
  switch (hindrance.type) {
    case "key":
      return `the slot has key ${hindrance.slot}, the drive ${hindrance.drive}`;
    case "bus":
      return `the slot speaks ${hindrance.slot.join(" and ")}, the drive ${hindrance.drive}`;
    case "length": {
      const places = hindrance.places.map((mm) => `22${mm}`).join(", ");
      return `22${hindrance.drive} does not fit: there is a place for ${places}`;
    }
    case "standoff":
      return `move the standoff from 22${hindrance.from} to 22${hindrance.to}, or the drive bends`;
    default:
      return unreachable(hindrance);
  }
}

/** What speaks against memory modules, and what comes of them. */
export function memoryWords(fact: MemoryAgainst | MemoryRemark): string {
  switch (fact.type) {
    case "generation":
      return `${fact.module} does not go into a ${fact.slot} slot`;
    case "slots":
      return `${fact.modules} modules for ${fact.slots === 1 ? "one slot" : `${fact.slots} slots`}`;
    case "too-much":
      return `${fact.total} GB is more than the ${fact.most} GB it can address`;
    case "held-back":
      return `they run at ${fact.speed} MT/s, slower than they could`;
    case "slows-all":
      return `all memory slows down to ${fact.speed} MT/s`;
    case "unlike-halves":
      return "unlike halves: only the equal part runs in pairs";
    case "unlike-modules":
      return "unlike modules: if the memory test fails, try each alone before blaming one";
    default:
      return unreachable(fact);
  }
}

export const BATTERY_WORDS: Readonly<Record<BatteryState["verdict"], string>> = {
  good: "good",
  middling: "middling: tell the customer",
  worn: "worn: offer a new one",
};

export const GAUGE_WORDS: Readonly<Record<GaugeOddity, string>> = {
  design: "design Wh",
  full: "full charge Wh",
  cycles: "cycles",
  volts: "volts",
  celsius: "°C",
};

/** What the code on a new part says, and what to do. */
export const CODE_WORDS: Readonly<Record<CodeVerdict, string>> = {
  same: "✓ the same code",
  revision: "Another revision: look it up, and say why it goes in",
  sister: "✗ A sister of the old one: it differs in something (memory, layout). Say why it goes in",
  "which-old": "One of several such parts: read the code on the old one as well",
  other: "✗ Another code: is it the right part? Say why it goes in",
};
