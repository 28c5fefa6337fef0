import {
  againstHands,
  type BenchState,
  type Broken,
  holdClear,
  inTheWayOf,
  isFirstScrew,
  isNewBit,
  leadRoute,
  looseningOf,
  postureBefore,
  tiedBy,
  type Tightening,
  tighteningOf,
} from "../bench/index.ts";
import { deadWithout, type Guide } from "../guide/index.ts";
import type { Step } from "../plan/index.ts";
import type { Model } from "../rules/index.ts";
import { brokenWords } from "./break-words.ts";
import { cautionsOf } from "./care-words.ts";
import { againstWords, clearNames, clearWords, postureWords } from "./hand-words.ts";
import { holdsWords } from "./kind-words.ts";
import { jointWord, wordList } from "./names.ts";
import { PASS_WORDS } from "./screw-words.ts";
import { stepWords, toolWords } from "./step-words.ts";
import { jointWay } from "./way-words.ts";
import { whyWords } from "./why-words.ts";

/** A line beside a step: how it goes, what to heed, or what there is to know. */
export interface Said {
  readonly as: "way" | "caution" | "known";
  readonly text: string;
}

/** What is said at a step: what to do, how it lies and with what; what else fits a breath, and the rest. */
export interface StepSpeech {
  readonly say: string;
  readonly posture: string | undefined;
  readonly tool: string | undefined;
  readonly now: readonly Said[];
  readonly more: readonly Said[];
}

/** So many words are said at a step; what can hurt is said in any case. */
export const MOST_WORDS = 40;

export const wordCount = (text: string): number =>
  text.split(/\s+/).filter((word) => /\w/.test(word)).length;

interface Ranked extends Said {
  /** 0 is said in any case; the others in their order, as long as they fit. */
  readonly rank: number;
}

export function stepSpeech(model: Model, state: BenchState, step: Step): StepSpeech {
  const { guide } = model;
  const change = postureBefore(model, state, step);
  const say = stepWords(guide, step);
  const posture = change && postureWords(guide, change);
  const tool = toolWords(guide, step);
  let left = MOST_WORDS - wordCount(`${say} ${posture ?? ""} with ${tool ?? ""}`);
  const lines = linesOf(model, state, step);
  const chosen = new Set<Ranked>();
  for (const line of [...lines].sort((a, b) => a.rank - b.rank)) {
    const words = wordCount(line.text);
    if (line.rank > 0 && (words > left || line.rank >= ASKED_FOR)) continue;
    chosen.add(line);
    left -= words;
  }
  const said = (isNow: boolean): readonly Said[] =>
    lines.flatMap((line) => (chosen.has(line) === isNow ? [{ as: line.as, text: line.text }] : []));
  return { say, posture, tool, now: said(true), more: said(false) };
}

/** From this rank on a line is only for who asks for more. */
const ASKED_FOR = 20;

/** All lines of a step, in the order in which they are read. */
function linesOf(model: Model, state: BenchState, step: Step): readonly Ranked[] {
  const { guide } = model;
  const lines: Ranked[] = [];
  const add = (rank: number, as: Said["as"], text: string | undefined): void => {
    if (text !== undefined) lines.push({ rank, as, text });
  };
  for (const one of againstHands(model, state, step)) add(0, "caution", againstWords(guide, one));
  const things = new Set<string>("joint" in step ? [step.joint] : step.parts);
  for (const one of state.broken) {
    if (things.has(one.at)) add(0, "caution", metBroken(guide, one));
  }
  const joint = "joint" in step ? guide.joints[step.joint]! : undefined;
  if ("joint" in step) {
    const way = jointWay(guide, step.joint);
    add(2, "way", step.do === "release" ? way?.off : way?.on);
    add(4, "way", passWords(model, state, step.joint, step.do === "release"));
    if (joint!.kind !== "connector") add(ASKED_FOR, "known", holdsWords(guide, step.joint));
    else {
      const dead = deadWithout(joint);
      const lead = leadRoute(guide, step.joint);
      if (dead.length > 0) add(ASKED_FOR, "known", `If left unplugged, dead: ${wordList(dead)}.`);
      if (lead.length > 0) add(9, "known", leadWords(lead.map((id) => jointWord(guide, id))));
    }
  }
  if (isFirstScrew(model, state, step)) add(1, "caution", FLUSH);
  const clear = holdClear(model, state, step);
  add(1, "caution", clearWords(guide, clear));
  add(ASKED_FOR, "known", clearNames(guide, clear));
  const at = { isNewBit: isNewBit(model, state, step), tied: tiedBy(model, state, step) };
  for (const { gravity, text } of cautionsOf(guide, step, at)) {
    add(gravity <= 1 ? 0 : 2 + gravity, "caution", text);
  }
  add(ASKED_FOR, "known", bookWords(guide, things));
  const why = inTheWayOf(model, state, step);
  if (why) add(8, "known", whyWords(model, why.step, why.block));
  return lines;
}

/** What broke here, in this job or in an earlier ticket. */
const metBroken = (guide: Guide, one: Broken): string => {
  const here = one.ticket === undefined ? "Broken here." : `Broken here in ticket ${one.ticket}.`;
  return `${here} ${brokenWords(guide, one)}`;
};

/** Where what a step is about is written: "In Service notes, page 12." */
function bookWords({ sources = [] }: Guide, things: ReadonlySet<string>): string | undefined {
  const pages = sources.filter(({ of }) => of.some((id) => things.has(id)));
  if (pages.length === 0) return undefined;
  const named = pages.map(({ title, page }) =>
    page === undefined ? title : `${title}, page ${page}`,
  );
  return `In ${wordList(named)}.`;
}

const FLUSH = "Flat all round, holes in line? If not, something is under it.";

const leadWords = (names: readonly string[]): string =>
  `Its lead lies in: ${wordList(names)}; dotted on the map.`;

/** How the screws of a lot are turned, one pass after the other. */
function passWords(
  model: Model,
  state: BenchState,
  id: string,
  isOff: boolean,
): string | undefined {
  const turns: Tightening | undefined = isOff
    ? looseningOf(model.guide, id)
    : tighteningOf(model, state, id);
  if (!turns) return undefined;
  const passes = turns.passes.map(({ does, joint }) =>
    joint === id ? PASS_WORDS[does] : `${PASS_WORDS[does]} (${jointWord(model.guide, joint)})`,
  );
  return `${passes.join("; ")}.`;
}
