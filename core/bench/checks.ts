import type { Step } from "../plan/index.ts";
import type { Model } from "../rules/index.ts";
import type { Round } from "./events.ts";
import { type BenchState, type Checked, checkKey, doneIndex } from "./fold.ts";
import { functionsOf } from "./functions.ts";

/** A function to be tried out, and the connectors opened in this job that it hangs on. */
export interface Check {
  readonly what: string;
  readonly because: readonly string[];
}

/**
 * What has to be proven: every function whose connector was opened in this job, and the temperature
 * where what holds a cooler was; nothing more, nothing less. In the order they were opened.
 */
export function checksOf(model: Model, state: BenchState): readonly Check[] {
  const { guide } = model;
  const because = new Map<string, string[]>();
  const opened = new Set([
    ...state.done.flatMap((move) => (move.do === "release" ? [move.joint] : [])),
    ...state.made,
  ]);
  for (const id of [...opened].map((j) => model.jointIds[j]!)) {
    for (const what of functionsOf(guide, id))
      because.set(what, [...(because.get(what) ?? []), id]);
  }
  return [...because].map(([what, joints]) => ({ what, because: joints }));
}

/** Whether all that a check hangs on is made, its parts in place, so that it can be tried. */
export const canTry = (model: Model, { machine }: BenchState, { because }: Check): boolean =>
  because.every((id) => {
    const j = model.jointOf.get(id)!;
    return machine.open[j] === 0 && new Set(model.joins[j]!.map((p) => machine.stack[p])).size === 1;
  });

export const resultOf = (state: BenchState, round: Round, what: string): Checked | undefined =>
  state.checks.get(checkKey(round, what));

/** The checks of a round that have no result yet, or a bad one. Before the cover only what can be tried. */
export function checksLeft(model: Model, state: BenchState, round: Round): readonly Check[] {
  return checksOf(model, state).filter((check) => {
    const result = resultOf(state, round, check.what)?.result;
    if (result === "pass" || result === "na") return false;
    return round === "shut" || canTry(model, state, check);
  });
}

/**
 * Whether a step closes the machine: the mirror of the first cover that came off (of the first lift
 * where no cover did). Before it all that was opened is tried out.
 */
export function closesMachine(model: Model, state: BenchState, step: Step): boolean {
  const { guide } = model;
  if (step.do !== "place") return false;
  const covers = (ids: readonly number[]): boolean =>
    ids.some((p) => guide.parts[model.partIds[p]!]!.kind === "cover");
  const lifts = state.done.flatMap((move, i) =>
    move.do === "lift" ? [{ i, parts: move.parts }] : [],
  );
  const first = lifts.find(({ parts }) => covers(parts)) ?? lifts[0];
  return first !== undefined && doneIndex(model, state, step) === first.i;
}
