import type { Model, State } from "../rules/index.ts";
import type { Round } from "./events.ts";
import { type BenchState, type Checked, checkKey } from "./fold.ts";
import { functionsOf, HEAT_CHECK } from "./functions.ts";

/** A function to be tried out, and what of it was touched in this job. */
export interface Check {
  readonly what: string;
  /** Joints it hangs on that were opened. */
  readonly because: readonly string[];
  /** Joints it hangs on that stayed shut while a part of theirs was moved. */
  readonly moved: readonly string[];
}

/**
 * What has to be proven: every function that hangs on a joint that was opened in this job, or on one whose
 * parts were moved; nothing more, nothing less. Those of opened joints first, in the order they were opened.
 */
export function checksOf(model: Model, state: BenchState): readonly Check[] {
  const { guide } = model;
  const opened = new Set([
    ...state.done.flatMap((move) => (move.do === "release" ? [move.joint] : [])),
    ...state.made,
  ]);
  const moved = [...model.jointIds.keys()].filter(
    (j) => !opened.has(j) && model.joins[j]!.some((p) => state.moved.has(p)),
  );
  const found = new Map<string, { because: string[]; moved: string[] }>();
  const note = (j: number, how: "because" | "moved"): void => {
    const id = model.jointIds[j]!;
    for (const what of functionsOf(guide, id)) {
      const check = found.get(what) ?? { because: [], moved: [] };
      check[how].push(id);
      found.set(what, check);
    }
  };
  for (const j of opened) note(j, "because");
  for (const j of moved) note(j, "moved");
  return [...found].map(([what, { because, moved }]) => ({ what, because, moved }));
}

/** A guide never changes: what its functions hang on is worked out once. */
const hanging = new WeakMap<Model, ReadonlyMap<string, readonly number[]>>();

/** All joints of a guide that a function hangs on. */
export function hangsOn(model: Model, what: string): readonly number[] {
  let all = hanging.get(model);
  if (!all) {
    const found = new Map<string, number[]>();
    for (const [j, id] of model.jointIds.entries()) {
      for (const one of functionsOf(model.guide, id))
        found.set(one, [...(found.get(one) ?? []), j]);
    }
    hanging.set(model, (all = found));
  }
  return all.get(what) ?? [];
}

/**
 * Whether all that a function hangs on is made, in the machine, so that it can be tried there. How hot it
 * gets shows only when it is shut.
 */
export function canTry(model: Model, machine: State, what: string, round: Round): boolean {
  if (what === HEAT_CHECK && round === "open") return false;
  const home = machine.stack[model.frame];
  return hangsOn(model, what).every(
    (j) => machine.open[j] === 0 && model.joins[j]!.every((p) => machine.stack[p] === home),
  );
}

export const resultOf = (state: BenchState, round: Round, what: string): Checked | undefined =>
  state.checks.get(checkKey(round, what));

const isSettled = (checked: Checked | undefined): boolean =>
  checked?.result === "pass" || checked?.result === "na";

/**
 * The checks that have no good result. What passed with the cover off is not asked again: what may have
 * spoilt it since has made its result void.
 */
export const checksOpen = (model: Model, state: BenchState): readonly Check[] =>
  checksOf(model, state).filter(
    ({ what }) =>
      !isSettled(resultOf(state, "open", what)) && !isSettled(resultOf(state, "shut", what)),
  );
