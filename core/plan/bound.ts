import type { Model } from "./model.ts";
import type { Problem } from "./problem.ts";
import type { Relaxation } from "./relax.ts";
import type { State } from "./state.ts";

/**
 * Minutes of lifting that no plan can do without.
 *
 * Let T be parts x, each with a home h(x) below it (x lies on it, down the chain) from which every
 * plan parts it: with x glued to h(x) the goal is out of reach. Since x is over its home, it is x
 * that is lifted then. Let any two of T either be parted from each other by every plan, or never
 * share a piece once both have left home (no carrying joint links them but through the two homes
 * or the frame). Then the lifts cost at least Σ over T of (lift + place): a lift pays the dearest
 * of T in each piece, those that shared a piece must be split again, and by induction over the
 * splits a stack that holds x with its home still owes x, and of several that left home in one
 * piece all but the dearest. T is picked greedily, dearest first.
 */
export function liftBound(
  problem: Problem,
  start: State,
  relaxation: Relaxation,
  allowed: Uint8Array,
): number {
  const { model } = problem;
  const minutes = (p: number): number => model.lift[p]! + model.place[p]!;
  relaxation.reaches(allowed);
  const lifted = relaxation.lifted.slice();
  const candidates = [...model.partIds.keys()]
    .filter((p) => p !== model.frame && lifted[p] === 1 && minutes(p) > 0)
    .sort((a, b) => minutes(b) - minutes(a) || a - b);
  const picked: { readonly part: number; readonly home: number }[] = [];
  for (const part of candidates) {
    const home = homeOf(model, start, part, (z) => !relaxation.reaches(allowed, [part, z]));
    if (home === undefined) continue;
    const clashes = picked.every(
      (other) =>
        !shareAPiece(model, start, part, other.part, [model.frame, home, other.home]) ||
        !relaxation.reaches(allowed, [part, other.part]),
    );
    if (clashes) picked.push({ part, home });
  }
  return picked.reduce((sum, { part }) => sum + minutes(part), 0);
}

/** The nearest part below in the same stack from which this one must be parted. */
function homeOf(
  model: Model,
  start: State,
  part: number,
  isForced: (below: number) => boolean,
): number | undefined {
  return model.below[part]!.find((z) => start.stack[z] === start.stack[part] && isForced(z));
}

/** Whether closed carrying joints link two parts when some others are left out. */
function shareAPiece(
  model: Model,
  start: State,
  x: number,
  y: number,
  without: readonly number[],
): boolean {
  const seen = new Set([x]);
  for (const p of seen) {
    for (const j of model.jointsOfPart[p]!) {
      if (start.open[j] || !model.carries[j]) continue;
      if (model.joins[j]!.some((q) => without.includes(q))) continue;
      for (const q of model.joins[j]!) seen.add(q);
    }
  }
  return seen.has(y);
}
