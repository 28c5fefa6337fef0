import { type BenchState, canPower, type Life, type Round } from "../bench/index.ts";
import { type Model, powerBlock } from "../rules/index.ts";
import { jointWord, partWord, wordList } from "./names.ts";

/** Whether there may be voltage, as it stands in sight all the time: a word, and what it means. */
export const LIFE_WORDS: Readonly<Record<Life, { readonly word: string; readonly says: string }>> =
  {
    on: { word: "On", says: "powered on: no hands inside" },
    live: { word: "Live", says: "battery or charger is on" },
    undrained: { word: "Not drained", says: "battery off, the board still holds charge" },
    dead: { word: "Dead", says: "battery off and drained" },
  };

/** What to do and to heed before a power-on, a line each. */
export function powerOnLines(model: Model, state: BenchState, round: Round): readonly string[] {
  if (round === "shut") return ["Picture first, then the rest."];
  const lines = [...connectLines(model, state)];
  lines.push(
    "The cover is off: fingers, hair and sleeves clear of the fan; no tools, nothing metal on the board.",
    model.guide.chargerOpen === true
      ? "On the battery or the charger: this machine runs on either while it is open."
      : "On the battery alone: no charger while it is open.",
    "Picture first, then the rest. Off again before a hand goes in.",
  );
  return lines;
}

function connectLines(model: Model, { machine }: BenchState): readonly string[] {
  if (model.cuts.length === 0 || powerBlock(model, machine) || !canPower(model, machine)) return [];
  const { guide } = model;
  const what = model.cuts.map(({ joint, battery }) =>
    battery === undefined
      ? jointWord(guide, model.jointIds[joint]!)
      : partWord(guide, model.partIds[battery]!),
  );
  return [`For this test only, connect the ${wordList(what)}; it comes off again after it.`];
}
