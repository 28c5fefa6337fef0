import type { Model, Problem, State } from "../rules/index.ts";
import type { Relaxation } from "./relax.ts";

/**
 * Minutes of lifting that no plan can do without.
 *
 * Let T be parts x, each with a home h(x) below it (x lies on it, down the chain) from which every
 * plan parts it: with x glued to h(x) the goal is out of reach. Since x is over its home, it is x
 * that is lifted then. Let any two of T either be parted from each other by every plan, or never
 * share a piece once both have left home (no carrying joint links them but through the two homes
 * or the frame, or through a joint that must be open before one of them can leave home). Then the lifts cost at least Σ over T of (lift + place): a lift pays the dearest
 * of T in each piece, those that shared a piece must be split again, and by induction over the
 * splits a stack that holds x with its home still owes x, and of several that left home in one
 * piece all but the dearest. T is picked greedily, dearest first, among the parts that move when only
 * `enough` joints are opened, a set that closes the goal: no other part is parted by every plan.
 *
 * What is out of reach stays so with fewer joints allowed: `never` holds such findings, is asked
 * first and added to, and may be handed on to any search among a part of `allowed`.
 */
export function liftBound(
  problem: Problem,
  start: State,
  relaxation: Relaxation,
  allowed: Uint8Array,
  enough: Uint8Array,
  isSpent: () => boolean = () => false,
  never: Never = new Set(),
): number {
  const { model } = problem;
  const minutes = (p: number): number => model.lift[p]! + model.place[p]!;
  const n = model.partIds.length;
  const isCut = (x: number, y: number): boolean =>
    isNever(never, x * n + y, () => relaxation.reaches(allowed, [x, y]));
  relaxation.reaches(enough);
  const lifted = relaxation.lifted.slice();
  const candidates = [...model.partIds.keys()]
    .filter((p) => p !== model.frame && lifted[p] === 1 && minutes(p) > 0)
    .sort((a, b) => minutes(b) - minutes(a) || a - b);
  const picked: Item[] = [];
  for (const part of candidates) {
    if (isSpent()) break;
    const home = homeOf(model, start, part, (z) => isCut(part, z));
    if (home === undefined) continue;
    const item = { part, home };
    const clashes = picked.every(
      (other) =>
        !shareAPiece(model, start, item, other) ||
        isCut(part, other.part) ||
        isLinkOpenFirst(model, start, relaxation, allowed, item, other, never),
    );
    if (clashes) picked.push(item);
  }
  return picked.reduce((sum, { part }) => sum + minutes(part), 0);
}

/** Findings by number: two parts that cannot stay together, or a joint without which two cannot part. */
export type Never = Set<number>;

function isNever(never: Never, key: number, isReached: () => boolean): boolean {
  if (never.has(key)) return true;
  if (isReached()) return false;
  never.add(key);
  return true;
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

interface Item {
  readonly part: number;
  readonly home: number;
}

/** Whether closed carrying joints link two parts, their homes, the frame and one joint left out. */
function shareAPiece(model: Model, start: State, a: Item, b: Item, without = -1): boolean {
  const isOut = (q: number): boolean => q === model.frame || q === a.home || q === b.home;
  const seen = new Set([a.part]);
  for (const p of seen) {
    for (const j of model.jointsOfPart[p]!) {
      if (j === without || start.open[j] || !model.carries[j]) continue;
      if (model.joins[j]!.some(isOut)) continue;
      for (const q of model.joins[j]!) seen.add(q);
    }
  }
  return seen.has(b.part);
}

/** Whether one of the two cannot leave home before the one joint that links them is open. */
function isLinkOpenFirst(
  model: Model,
  start: State,
  relaxation: Relaxation,
  allowed: Uint8Array,
  a: Item,
  b: Item,
  never: Never,
): boolean {
  const n = model.partIds.length;
  const links = [...model.jointsOfPart[a.part]!, ...model.jointsOfPart[b.part]!];
  return links.some((j) => {
    if (!allowed[j] || shareAPiece(model, start, a, b, j)) return false;
    const shut = allowed.slice();
    shut[j] = 0;
    return [a, b].some(({ part, home }) =>
      isNever(never, ((j + 1) * n + part) * n + home, () => relaxation.parts(shut, part, home)),
    );
  });
}
