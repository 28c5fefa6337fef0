import { after, type Move, piecesOf, type Problem, type State } from "../rules/index.ts";

/** Stacks are told apart by depth: the frame's, those lifted out of it, and those lifted out of such. */
export const DEPTHS = 3;

/** How deep each part's stack is: 0 on the frame, 1 for all that lies off it at the start. */
export function depthsAt({ model }: Problem, start: State): Int8Array {
  const frame = start.stack[model.frame];
  return Int8Array.from(start.stack, (s) => (s === frame ? 0 : 1));
}

/** How deep a stack is that is lifted out of one of this depth; the last stands for all that are deeper. */
export const deeperThan = (depth: number): number => Math.min(depth + 1, DEPTHS - 1);

/** Elements by number: joint j is j; part p that pays for a lift out of a stack of this depth is this. */
export const liftElement = ({ model }: Problem, depth: number, p: number): number =>
  model.jointIds.length + depth * model.partIds.length + p;

/** What the parts of a piece cost at least, lift and place: the dearest of these pays for it. */
export const partCost = ({ model }: Problem, p: number): number => model.lift[p]! + model.place[p]!;

/** Minutes are compared as whole ten-thousandths: guides have two decimals, care minutes too. */
const PER_MINUTE = 10_000;

/**
 * The grain of a machine: minutes of which every plan's work is a whole multiple, the greatest common
 * divisor of all that it can be made of; 0 when some figure is no whole number of ten-thousandths.
 */
export function grainOf({ model }: Problem): number {
  let grain = 0;
  for (const minutes of [...model.jointCost, ...model.lift, ...model.place]) {
    let whole = Math.round(minutes * PER_MINUTE);
    if (Math.abs(minutes * PER_MINUTE - whole) > 1e-6) return 0;
    while (whole > 0) [grain, whole] = [whole, grain % whole];
  }
  return grain / PER_MINUTE;
}

/** The part of a piece that pays for it: the dearest, and of several the first. */
export function payerOf(problem: Problem, piece: readonly number[]): number {
  return piece.reduce((best, p) => {
    const more = partCost(problem, p) - partCost(problem, best);
    return more > 0 || (more === 0 && p < best) ? p : best;
  });
}

/** The elements of one move, and what it does to the depths. */
export function elementsOfMove(
  problem: Problem,
  state: State,
  depths: Int8Array,
  move: Move,
): { readonly elements: readonly number[]; readonly depths: Int8Array } {
  if (move.do === "release") return { elements: [move.joint], depths };
  const depth = depths[move.parts[0]!]!;
  const deeper = depths.slice();
  for (const p of move.parts) deeper[p] = deeperThan(depth);
  const elements = piecesOf(problem.model, state, move.parts).map((piece) =>
    liftElement(problem, depth, payerOf(problem, piece)),
  );
  return { elements, depths: deeper };
}

/** All elements of a plan. */
export function elementsOf(problem: Problem, start: State, moves: readonly Move[]): Set<number> {
  const all = new Set<number>();
  let state = start;
  let depths = depthsAt(problem, start);
  for (const move of moves) {
    const next = elementsOfMove(problem, state, depths, move);
    for (const e of next.elements) all.add(e);
    depths = next.depths;
    state = after(state, move);
  }
  return all;
}
