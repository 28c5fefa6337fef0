import { Heap } from "../base/heap.ts";
import {
  after,
  groupOf,
  isReached,
  liftBlock,
  type Move,
  moveWork,
  pieceOf,
  type Problem,
  releaseBlock,
  type State,
} from "../rules/index.ts";
import type { Realised } from "./realise.ts";

interface Node {
  readonly state: State;
  readonly work: number;
  readonly least: number;
  readonly from?: Node;
  readonly move?: Move;
}

export interface ExactAnswer {
  readonly best: Realised | undefined;
  /** Whether all that could be cheaper than the limit was looked at. */
  readonly complete: boolean;
  readonly visited: number;
}

/**
 * Every state that can be reached by opening only `allowed` joints, cheapest first, up to `limit`
 * minutes (exclusive) and `budget` states. `forced` joints are known to be opened by every plan.
 */
export function searchStates(
  problem: Problem,
  start: State,
  allowed: Uint8Array,
  forced: Uint8Array,
  limit: number,
  budget: number,
): ExactAnswer {
  const { model } = problem;
  const open = new Heap<Node>((a, b) => a.least - b.least || b.work - a.work);
  const settled = new Map<string, number>();
  const owed = (state: State): number => {
    let sum = 0;
    for (let j = 0; j < forced.length; j++)
      if (forced[j] && !state.open[j]) sum += model.jointCost[j]!;
    return sum;
  };
  const offer = (node: Node): void => {
    if (node.least >= limit - 1e-9) return;
    const key = keyOf(node.state);
    const known = settled.get(key);
    if (known !== undefined && known <= node.work + 1e-9) return;
    settled.set(key, node.work);
    open.push(node);
  };
  offer({ state: start, work: 0, least: owed(start) });
  const idle = needless(problem, start, allowed);
  let visited = 0;
  for (let node = open.pop(); node; node = open.pop()) {
    if (settled.get(keyOf(node.state))! < node.work - 1e-9) continue;
    if (isReached(problem, node.state)) {
      return { best: { work: node.work, moves: path(node) }, complete: true, visited };
    }
    if (++visited > budget) return { best: undefined, complete: false, visited };
    const moves = legalMoves(problem, node.state, allowed);
    const harmless = moves.find(
      (move) => move.do === "release" && forced[move.joint] && idle[move.joint],
    );
    for (const move of harmless ? [harmless] : moves) {
      const state = after(node.state, move);
      const work = node.work + moveWork(model, node.state, move);
      offer({ state, work, least: work + owed(state), from: node, move });
    }
  }
  return { best: undefined, complete: true, visited };
}

/**
 * For each joint, whether joints that are never opened hold its parts together anyway, in one group
 * and in one piece: then its release changes nothing but itself, and can as well come at once.
 */
function needless({ model }: Problem, state: State, allowed: Uint8Array): readonly boolean[] {
  const bare: State = { ...state, open: state.open.map((open, j) => (open || allowed[j] ? 1 : 0)) };
  return model.joins.map(([first, ...rest], j) => {
    const held = (group: readonly number[]): boolean => rest.every((p) => group.includes(p));
    return (
      (!model.rigid[j] || held(groupOf(model, bare, first!))) &&
      (!model.carries[j] || held(pieceOf(model, bare, first!)))
    );
  });
}

function path(node: Node): Move[] {
  const moves: Move[] = [];
  for (let at: Node | undefined = node; at?.move; at = at.from) moves.push(at.move);
  return moves.reverse();
}

/** Opened joints, stacks by their lowest part, and what has been lifted: all that a state remembers. */
export function keyOf(state: State): string {
  const lowest = new Map<number, number>();
  const stacks = Array.from(state.stack, (s, p) => {
    if (!lowest.has(s)) lowest.set(s, p);
    return lowest.get(s)!;
  });
  return `${state.open.join("")}|${stacks.join(",")}|${state.lifted.join("")}`;
}

/** All moves that are legal now among `allowed` joints: releases by index, then lifts by lowest part. */
export function legalMoves(problem: Problem, state: State, allowed?: Uint8Array): Move[] {
  const moves: Move[] = [];
  for (let j = 0; j < state.open.length; j++) {
    if (allowed && !allowed[j]) continue;
    if (!releaseBlock(problem, state, j)) moves.push({ do: "release", joint: j });
  }
  const seen = new Set<number>();
  for (let p = 0; p < state.stack.length; p++) {
    if (seen.has(p)) continue;
    const parts = groupOf(problem.model, state, p);
    parts.forEach((q) => seen.add(q));
    if (!liftBlock(problem, state, parts)) moves.push({ do: "lift", parts });
  }
  return moves;
}
