import { Meter } from "../base/meter.ts";

/** A set of moves, 32 to a word. */
export type Moves = Uint32Array;

/** Tools and postures are numbers; this one stands where a move needs neither, and before the first. */
export const NONE = -1;

/** What must be done before a move: all of one set, and one of each of the others. */
export interface Needs {
  readonly all: Moves;
  readonly anyOf: readonly Moves[];
}

export const has = (set: Moves, i: number): boolean => (set[i >> 5]! & (1 << (i & 31))) !== 0;

export function setOf(moves: readonly number[], size: number): Moves {
  const set = new Uint32Array(Math.ceil(size / 32));
  for (const i of moves) set[i >> 5]! |= 1 << (i & 31);
  return set;
}

/**
 * For each move, the moves that come before it in every order: all that it needs and what those
 * need, and of a set of which one is enough, what every one of the set brings along. When the meter is over
 * there may be more than was found.
 */
export function alwaysBefore(
  needs: readonly Needs[],
  meter = new Meter(Infinity),
): readonly Moves[] {
  const size = needs.length;
  const before = needs.map(() => setOf([], size));
  const withIts = (k: number): Moves => {
    const set = before[k]!.slice();
    set[k >> 5]! |= 1 << (k & 31);
    return set;
  };
  const add = (to: Moves, from: Moves): boolean => {
    let grew = false;
    for (let w = 0; w < to.length; w++) {
      if ((from[w]! & ~to[w]!) === 0) continue;
      to[w]! |= from[w]!;
      grew = true;
    }
    return grew;
  };
  const lists = needs.map(({ all, anyOf }) => ({
    all: members(all, size),
    anyOf: anyOf.map((set) => members(set, size)),
  }));
  for (let again = true; again && !meter.isOver;) {
    again = false;
    meter.spend(size * Math.ceil(size / 32) * 8);
    for (const [i, { all, anyOf }] of lists.entries()) {
      for (const k of all) if (add(before[i]!, withIts(k))) again = true;
      for (const set of anyOf) {
        const common = set.map(withIts).reduce(intersection, undefined);
        if (common && add(before[i]!, common)) again = true;
      }
    }
  }
  return before;
}

function members(set: Moves, size: number): number[] {
  const found: number[] = [];
  for (let i = 0; i < size; i++) if (has(set, i)) found.push(i);
  return found;
}

const intersection = (a: Moves | undefined, b: Moves): Moves =>
  a ? a.map((word, w) => word & b[w]!) : b;

interface Chain {
  readonly move: number;
  readonly blocks: number;
  /** Whether the chain begins with a block of its tool. */
  readonly isOwn: boolean;
}

/**
 * The changes (or turns) that the moves still to be made need at least, whatever their order. In
 * every order the moves of one tool fall into blocks with other tools between; a chain of moves
 * that always come in this order shows a number of blocks of a tool that no order goes below. The
 * changes are the blocks of all tools, less the one that goes on with the tool in hand.
 */
export class SwitchBound {
  private readonly tools: readonly number[];
  /** For each tool, the moves that begin a chain with blocks of it, most blocks first. */
  private readonly chains: readonly (readonly Chain[])[];

  constructor(values: Int16Array, before: readonly Moves[]) {
    this.tools = [...new Set(values)].filter((value) => value !== NONE);
    const size = values.length;
    const counts = before.map((set) => members(set, size).length);
    const lastFirst = [...values.keys()]
      .filter((i) => values[i] !== NONE)
      .sort((a, b) => counts[b]! - counts[a]! || b - a);
    const after = before.map((_, i) => lastFirst.filter((k) => has(before[k]!, i)));
    this.chains = this.tools.map((tool) => {
      const most = new Uint8Array(size);
      for (const i of lastFirst) {
        most[i] = values[i] === tool ? 1 : 0;
        for (const k of after[i]!) {
          const fresh = values[i] === tool && values[k] !== tool ? 1 : 0;
          most[i] = Math.max(most[i], most[k]! + fresh);
        }
      }
      return [...most]
        .map((blocks, move) => ({ move, blocks, isOwn: values[move] === tool }))
        .filter(({ blocks }) => blocks > 0)
        .sort((a, b) => b.blocks - a.blocks || a.move - b.move);
    });
  }

  least(done: Moves, present: number): number {
    let sum = 0;
    for (let t = 0; t < this.tools.length; t++) {
      const tool = this.tools[t]!;
      const chains = this.chains[t]!;
      let blocks = 0;
      for (let c = 0; c < chains.length; c++) {
        const chain = chains[c]!;
        if (chain.blocks <= blocks) break;
        if (has(done, chain.move)) continue;
        blocks = Math.max(blocks, chain.blocks - (tool === present && chain.isOwn ? 1 : 0));
      }
      sum += blocks;
    }
    return present === NONE ? Math.max(0, sum - 1) : sum;
  }
}
