import { isCharging } from "../bench/index.ts";
import type { Guide } from "../guide/index.ts";
import { wordList } from "./names.ts";

/** What tells two of a kind apart: where it lies, its number, its length. */
const APART = new Set([
  "left",
  "right",
  "upper",
  "lower",
  "first",
  "second",
  "third",
  "long",
  "short",
  "front",
  "rear",
]);

interface Kind {
  readonly noun: string;
  readonly before: string;
  readonly all: string[];
}

/** What one function is of, without what tells it from its like: "memory, " and "slot" of "memory, upper slot". */
function kindOf(what: string): Pick<Kind, "noun" | "before"> {
  const comma = what.lastIndexOf(", ");
  const before = comma < 0 ? "" : what.slice(0, comma + 2);
  const words = what.slice(before.length).split(" ");
  const noun = words.filter((word) => !APART.has(word) && !/^\d+$/.test(word)).join(" ");
  return { noun, before };
}

/** Functions that are tried, like ones together: → "memory, both slots, both fans and Wi-Fi". */
export function trialWords(functions: readonly string[]): string {
  const kinds = new Map<string, Kind>();
  for (const what of functions) {
    const { noun, before } = kindOf(what);
    const kind = kinds.get(before + noun) ?? { noun, before, all: [] };
    kinds.set(before + noun, { ...kind, all: [...kind.all, what] });
  }
  const groups = [...kinds.values()].map(({ noun, before, all }) => {
    if (all.length === 1 || noun === "") return wordList(all);
    return `${before}${all.length === 2 ? "both" : `all ${all.length}`} ${plural(noun)}`;
  });
  return wordList(groups);
}

const plural = (noun: string): string => (noun.endsWith("s") ? noun : `${noun}s`);

/** So many functions are named in one breath; of more their number. */
const NAMED = 8;

/** What a power-on is for, as it is spoken. */
export const powerOnFor = (functions: readonly string[]): string =>
  functions.length > NAMED ? `${functions.length} things to try` : trialWords(functions);

/** What good looks like, by what a function is called; of others nothing is said. */
const GOOD: readonly (readonly [RegExp, string])[] = [
  [/temperature under load/i, "it stays below where it throttles, and the fan follows"],
  [/\bcharg/i, "the light comes on and the charge goes up"],
  [/\bbattery\b/i, "its charge shows, in per cent"],
  [/keyboard light/i, "it lights at every level"],
  [/keyboard|volume keys/i, "each key once"],
  [/touchpad/i, "the pointer follows, both buttons click"],
  [/memory/i, "all of it shows"],
  [/\bdrive\b/i, "it shows, with its size"],
  [/\bfan\b/i, "it turns, and nothing scrapes"],
  [/speaker|headphones/i, "clear sound, no rattle"],
  [/display/i, "the whole picture, no lines"],
  [/camera/i, "a sharp picture"],
  [/wi-?fi/i, "networks show, at full strength near by"],
  [/bluetooth/i, "something near by is found"],
  [/power button/i, "one press starts it"],
  [/finger/i, "a finger is read"],
  [/clock/i, "the time is kept"],
  [/card reader/i, "a card is read"],
  [/touch/i, "it follows the finger to every edge"],
  [/port|usb/i, "a stick is read in each"],
];

/** What is seen when a function works. */
export function goodWords(guide: Guide, what: string): string | undefined {
  const own = guide.expects?.[what];
  if (own !== undefined) return own;
  const memory = Object.values(guide.parts).find((part) => part.memory)?.memory;
  if (/memory/i.test(what) && memory && memory.soldered > 0) {
    return `all of it shows, with the ${memory.soldered} GB on the board`;
  }
  return GOOD.find(([name]) => name.test(what))?.[1];
}

/** What is said of the charger before a power-on. */
export function chargerWords(
  isOpen: boolean,
  chargerOpen: boolean,
  tries: readonly string[],
): string | undefined {
  if (tries.some(isCharging)) return "Charger at hand.";
  return isOpen && !chargerOpen ? "No charger while it is open." : undefined;
}
