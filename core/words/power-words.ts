import { type BenchState, canPower, isBare, type Life, powerPosture } from "../bench/index.ts";
import { looseIn, type Model, powerBlock } from "../rules/index.ts";
import { postureWords } from "./hand-words.ts";
import { jointWord, partWord, wordList } from "./names.ts";
import { chargerWords } from "./trial-words.ts";

/** Whether there may be voltage, as it stands in sight all the time: a word, and what it means. */
export const LIFE_WORDS: Readonly<Record<Life, { readonly word: string; readonly says: string }>> =
  {
    on: { word: "On", says: "powered on: no hands inside" },
    live: { word: "Live", says: "battery or charger is on" },
    undrained: { word: "Not drained", says: "battery off, the board still holds charge" },
    dead: { word: "Dead", says: "battery off and drained" },
  };

/** What to do and to heed before a power-on, a line each: how it lies, what is connected, what stays clear. */
export function powerOnLines(
  model: Model,
  state: BenchState,
  tries: readonly string[],
): readonly string[] {
  const { guide } = model;
  const isOpen = isBare(model, state.machine);
  const to = powerPosture(model, state);
  const loose = looseIn(model, state.machine).map((p) => model.partIds[p]!);
  const lines = [
    to === state.lies ? undefined : postureWords(guide, { from: state.lies, to, loose }),
    to === "on-side" && to !== state.lies ? "Lid part open, for the picture." : undefined,
    ...(isOpen ? connectLines(model, state) : []),
    isOpen ? "Hands, sleeves and metal out, clear of the fan." : undefined,
    chargerWords(isOpen, guide.chargerOpen === true, tries),
    "Picture first, then the rest.",
  ];
  return lines.filter((line) => line !== undefined);
}

function connectLines(model: Model, { machine }: BenchState): readonly string[] {
  if (model.cuts.length === 0 || powerBlock(model, machine) || !canPower(model, machine)) return [];
  const { guide } = model;
  const what = model.cuts.map(({ joint, battery }) =>
    battery === undefined
      ? jointWord(guide, model.jointIds[joint]!)
      : partWord(guide, model.partIds[battery]!),
  );
  return [`For this test only, connect the ${wordList(what)}; off again after it.`];
}
