import {
  type BenchState,
  canPower,
  isBare,
  type Life,
  postureBeforePower,
} from "../bench/index.ts";
import { type Model, powerBlock } from "../rules/index.ts";
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

/** What is said before a power-on: how it is laid, what is connected, what stays clear. */
interface PowerOnSpeech {
  readonly posture: string | undefined;
  readonly lines: readonly string[];
}

export function powerOnSpeech(
  model: Model,
  state: BenchState,
  tries: readonly string[],
): PowerOnSpeech {
  const { guide } = model;
  const isOpen = isBare(model, state.machine);
  const change = postureBeforePower(model, state);
  const lines = [
    change?.to === "on-side" ? "Lid part open, for the picture." : undefined,
    ...(isOpen ? connectLines(model, state) : []),
    isOpen ? "Hands, sleeves and metal out, clear of the fan." : undefined,
    chargerWords(isOpen, guide.chargerOpen === true, tries),
    "Picture first, then the rest.",
  ];
  return {
    posture: change && postureWords(guide, change),
    lines: lines.filter((line) => line !== undefined),
  };
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
