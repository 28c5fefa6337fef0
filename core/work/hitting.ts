/** A least-cost set of elements that has one of each set, or the bound that was shown when it was given up. */
export interface Hitting {
  readonly chosen: readonly number[];
  readonly cost: number;
  /** No set that has one of each costs less. Equal to `cost` when `exact`. */
  readonly bound: number;
  readonly exact: boolean;
}

interface Left {
  /** Sets that are not hit yet, a bit each. */
  readonly sets: Uint32Array;
  /** Elements that may still be chosen. */
  readonly elements: readonly number[];
  readonly chosen: readonly number[];
  readonly cost: number;
}

const EPSILON = 1e-9;

/**
 * Least-cost hitting set by depth-first branch and bound. At each node: a set with one element left
 * chooses it; an element is dropped when another, no dearer, hits all the sets that it hits; a set is dropped
 * when another lies within it. The bound is the ascent of a dual: each set in turn, the smallest first,
 * takes what is left of its cheapest element. Past `budget` nodes the bound at the root stands. Undefined
 * when a set is empty.
 */
export function leastHitting(
  sets: readonly (readonly number[])[],
  cost: Float64Array,
  budget: number,
): Hitting | undefined {
  return new HittingSearch(sets, cost).run(budget);
}

class HittingSearch {
  private readonly words: number;
  /** By element, the sets it is in. */
  private readonly rows = new Map<number, Uint32Array>();
  private best: readonly number[] = [];
  private price = Infinity;
  private nodes = 0;
  private budget = 0;

  constructor(
    private readonly sets: readonly (readonly number[])[],
    private readonly cost: Float64Array,
  ) {
    this.words = Math.ceil(sets.length / 32);
    for (const [s, set] of sets.entries()) {
      for (const e of set) {
        let row = this.rows.get(e);
        if (!row) this.rows.set(e, (row = new Uint32Array(this.words)));
        row[s >> 5]! |= 1 << (s & 31);
      }
    }
  }

  run(budget: number): Hitting | undefined {
    this.budget = budget;
    const all = new Uint32Array(this.words);
    for (let s = 0; s < this.sets.length; s++) all[s >> 5]! |= 1 << (s & 31);
    const root = this.reduced({
      sets: all,
      elements: [...this.rows.keys()],
      chosen: [],
      cost: 0,
    });
    if (!root) return undefined;
    const bound = root.cost + this.dual(root);
    this.search(root);
    const exact = this.nodes <= budget;
    return { chosen: this.best, cost: this.price, bound: exact ? this.price : bound, exact };
  }

  private search(left: Left): void {
    if (left.cost >= this.price - EPSILON) return;
    const open = this.openSets(left);
    if (open.length === 0) {
      this.best = left.chosen;
      this.price = left.cost;
      return;
    }
    if (++this.nodes > this.budget && this.price < Infinity) return;
    if (left.cost + this.dual(left) >= this.price - EPSILON) return;
    const pick = this.pick(left);
    const without = { ...left, elements: left.elements.filter((e) => e !== pick) };
    for (const next of [this.choose(left, pick), without]) {
      const reduced = this.reduced(next);
      if (reduced) this.search(reduced);
    }
  }

  private choose(left: Left, e: number): Left {
    const row = this.rows.get(e)!;
    return {
      sets: left.sets.map((word, w) => word & ~row[w]!),
      elements: left.elements.filter((other) => other !== e),
      chosen: [...left.chosen, e],
      cost: left.cost + this.cost[e]!,
    };
  }

  /** The element that hits most for its minutes. */
  private pick(left: Left): number {
    let pick = left.elements[0]!;
    let most = -1;
    for (const e of left.elements) {
      const row = this.rows.get(e)!;
      let hits = 0;
      for (let w = 0; w < this.words; w++) hits += ones(row[w]! & left.sets[w]!);
      const worth = hits / (this.cost[e]! + EPSILON);
      if (worth > most) {
        most = worth;
        pick = e;
      }
    }
    return pick;
  }

  private openSets(left: Left): number[] {
    const open: number[] = [];
    for (let s = 0; s < this.sets.length; s++) {
      if ((left.sets[s >> 5]! & (1 << (s & 31))) !== 0) open.push(s);
    }
    return open;
  }

  private dual(left: Left): number {
    const rest = new Map(left.elements.map((e) => [e, this.cost[e]!]));
    const lists = this.openSets(left)
      .map((s) => this.sets[s]!.filter((e) => rest.has(e)))
      .sort((a, b) => a.length - b.length);
    let sum = 0;
    for (const list of lists) {
      let least = Infinity;
      for (const e of list) least = Math.min(least, rest.get(e)!);
      if (least === 0) continue;
      for (const e of list) rest.set(e, rest.get(e)! - least);
      sum += least;
    }
    return sum;
  }

  /** The same without what is decided or dominated; undefined when a set cannot be hit. */
  private reduced(from: Left): Left | undefined {
    let left = from;
    for (;;) {
      const open = this.openSets(left);
      const may = new Set(left.elements);
      const lists = open.map((s) => this.sets[s]!.filter((e) => may.has(e)));
      if (lists.some((list) => list.length === 0)) return undefined;
      const single = lists.find((list) => list.length === 1);
      if (single) {
        left = this.choose(left, single[0]!);
        continue;
      }
      const elements = this.undominated(left);
      const sets = this.withoutSupersets(left.sets, open, lists);
      if (elements.length === left.elements.length && !sets) return left;
      left = { ...left, elements, sets: sets ?? left.sets };
    }
  }

  private undominated({ elements, sets }: Left): number[] {
    const rows = elements.map((e) => this.rows.get(e)!.map((word, w) => word & sets[w]!));
    const isWithin = (a: Uint32Array, b: Uint32Array): boolean => {
      for (let w = 0; w < this.words; w++) if ((a[w]! & ~b[w]!) !== 0) return false;
      return true;
    };
    return elements.filter((e, i) => {
      const row = rows[i]!;
      if (row.every((word) => word === 0)) return false;
      return !elements.some((f, k) => {
        if (k === i || this.cost[f]! > this.cost[e]! || !isWithin(row, rows[k]!)) return false;
        const isSame = this.cost[f] === this.cost[e] && isWithin(rows[k]!, row);
        return !isSame || k < i;
      });
    });
  }

  private withoutSupersets(
    sets: Uint32Array,
    open: readonly number[],
    lists: readonly (readonly number[])[],
  ): Uint32Array | undefined {
    const members = lists.map((list) => new Set(list));
    let smaller: Uint32Array | undefined;
    for (const [i, list] of lists.entries()) {
      const isSpare = lists.some(
        (other, k) =>
          k !== i &&
          (other.length < list.length || (other.length === list.length && k < i)) &&
          other.every((e) => members[i]!.has(e)),
      );
      if (!isSpare) continue;
      smaller ??= sets.slice();
      smaller[open[i]! >> 5]! &= ~(1 << (open[i]! & 31));
    }
    return smaller;
  }
}

function ones(word: number): number {
  let count = 0;
  for (let bits = word; bits !== 0; bits &= bits - 1) count += 1;
  return count;
}
