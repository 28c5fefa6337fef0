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
import type { Meter } from "../base/meter.ts";
import { depthsAt, elementsOfMove } from "./elements.ts";
import type { Realised } from "./realise.ts";

/** Looks for each thing of the machine that a state takes: its moves, and what each leads to. */
const STATE_LOOKS = 200;

/** What is known of every plan that is cheaper than `limit` minutes. */
export interface Known {
  /** By element (see `Relaxation`): its minutes, whether such a plan may have it, whether it must. */
  readonly cost: Float64Array;
  readonly allowed: Uint8Array;
  readonly forced: Uint8Array;
  /** Sets of which it has one each, and the minutes that are owed for each until then. */
  readonly sets: readonly { readonly elements: readonly number[]; readonly owed: number }[];
  readonly limit: number;
  readonly states: number;
  readonly meter: Meter;
}

interface Node {
  readonly state: State;
  readonly depths: Int8Array;
  readonly work: number;
  readonly least: number;
  /** By element, whether the way here has it. */
  readonly has: Uint8Array;
  readonly from?: Node;
  readonly move?: Move;
}

export interface ExactAnswer {
  readonly best: Realised | undefined;
  /** Whether all that could be cheaper than the limit was looked at. */
  readonly complete: boolean;
  /** No plan cheaper than the limit is cheaper than this. */
  readonly bound: number;
  readonly visited: number;
}

/** Every state that a plan cheaper than the limit can come through, the most promising first. */
export function searchStates(problem: Problem, start: State, known: Known): ExactAnswer {
  const { model } = problem;
  const { cost, allowed, forced, sets, limit } = known;
  const musts = [...forced.keys()].filter((e) => forced[e] === 1);
  const open = new Heap<Node>((a, b) => a.least - b.least || b.work - a.work);
  const settled = new Map<string, number>();
  const owed = (has: Uint8Array): number => {
    let sum = 0;
    for (const e of musts) if (has[e] === 0) sum += cost[e]!;
    for (const { elements, owed: minutes } of sets) {
      if (minutes > 0 && !elements.some((e) => has[e] === 1)) sum += minutes;
    }
    return sum;
  };
  const offer = (node: Node): void => {
    if (node.least >= limit - 1e-6) return;
    const key = keyOf(node);
    const before = settled.get(key);
    if (before !== undefined && before <= node.work + 1e-9) return;
    settled.set(key, node.work);
    open.push(node);
  };
  const has = new Uint8Array(allowed.length);
  offer({ state: start, depths: depthsAt(problem, start), work: 0, least: owed(has), has });
  const idle = needless(problem, start, allowed);
  const perState = STATE_LOOKS * (model.partIds.length + model.jointIds.length);
  let visited = 0;
  for (let node = open.pop(); node; node = open.pop()) {
    if (settled.get(keyOf(node))! < node.work - 1e-9) continue;
    if (isReached(problem, node.state)) {
      const best = { work: node.work, moves: path(node) };
      return { best, complete: true, bound: node.work, visited };
    }
    known.meter.spend(perState);
    if (++visited > known.states || known.meter.isOver) {
      return { best: undefined, complete: false, bound: node.least, visited };
    }
    const moves = legalMoves(problem, node.state, allowed);
    const harmless = moves.find(
      (move) => move.do === "release" && forced[move.joint] && idle[move.joint],
    );
    for (const move of harmless ? [harmless] : moves) {
      const next = elementsOfMove(problem, node.state, node.depths, move);
      if (next.elements.some((e) => allowed[e] === 0)) continue;
      const hasNow = node.has.slice();
      for (const e of next.elements) hasNow[e] = 1;
      const work = node.work + moveWork(model, node.state, move);
      offer({
        state: after(node.state, move),
        depths: next.depths,
        work,
        least: Math.max(node.least, work + owed(hasNow)),
        has: hasNow,
        from: node,
        move,
      });
    }
  }
  return { best: undefined, complete: true, bound: limit, visited };
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

/** Opened joints, stacks by their lowest part, what has been lifted, and who has paid. */
function keyOf({ state, has }: Node): string {
  const lowest = new Map<number, number>();
  const stacks = Array.from(state.stack, (s, p) => {
    if (!lowest.has(s)) lowest.set(s, p);
    return lowest.get(s)!;
  });
  const paid = has.subarray(state.open.length);
  return `${state.open.join("")}|${stacks.join(",")}|${state.lifted.join("")}|${paid.join("")}`;
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
