import type { Meter } from "../base/meter.ts";

/** A least-cost set of elements that has one of each set, or the bound that was shown when it was given up. */
export interface Hitting {
  readonly chosen: readonly number[];
  readonly cost: number;
  /** No set that has one of each costs less. Equal to `cost` when `exact`. */
  readonly bound: number;
  readonly exact: boolean;
}

/** How long to look, and what every cost is a whole multiple of (0 for nothing known). */
export interface Effort {
  readonly branches: number;
  readonly grain?: number;
  readonly meter?: Meter;
}

const EPSILON = 1e-9;
/** Steps of the multipliers: at the root, and at each node after it. */
const ROOT_STEPS = 120;
const NODE_STEPS = 25;

/**
 * Least-cost hitting set by depth-first branch and bound. The bound of a node is Lagrangian: each set s has
 * a price u(s), and no choice costs less than Σ u(s) + Σ min(0, c(e)) over the elements, where
 * c(e) = cost(e) − Σ u(s) over the sets it is in; prices go along the subgradient, up for a set that no
 * element with c(e) < 0 hits and down for one that several do. An element whose |c(e)| is more than the gap to the
 * best choice is decided. Past so many branches, or looks, the bound at the root stands. Undefined when a set is empty.
 * Source of the bound: J. E. Beasley, A Lagrangian heuristic for set-covering problems, 1990.
 */
export function leastHitting(
  sets: readonly (readonly number[])[],
  cost: Float64Array,
  effort: Effort,
): Hitting | undefined {
  if (sets.some((set) => set.length === 0)) return undefined;
  return new HittingSearch(withoutSupersets(sets), cost).run(effort);
}

/** A set that holds another one is hit when that one is. */
function withoutSupersets(sets: readonly (readonly number[])[]): readonly (readonly number[])[] {
  const bySize = [...sets].sort((a, b) => a.length - b.length);
  const kept: { readonly list: readonly number[]; readonly members: ReadonlySet<number> }[] = [];
  for (const list of bySize) {
    const members = new Set(list);
    if (kept.some((small) => small.list.every((e) => members.has(e)))) continue;
    kept.push({ list, members });
  }
  return kept.map(({ list }) => list);
}

const FREE = 0;
const IN = 1;
const OUT = 2;

/** What is decided at a node, and the prices to go on from. */
interface Node {
  readonly fate: Uint8Array;
  readonly price: Float64Array;
}

class HittingSearch {
  /** Elements that are in some set, by their number there; and of each the cost. */
  private readonly names: readonly number[];
  private readonly cost: Float64Array;
  private readonly sets: readonly Int32Array[];
  private readonly setsOf: readonly Int32Array[];
  private best: Uint8Array | undefined;
  private least = Infinity;
  private nodes = 0;
  private meter: Meter | undefined;
  /** A choice that is better is so by this much. */
  private step = EPSILON;
  /** Scratch: what is left of each element's cost under the prices, and whether a set is hit. */
  private readonly rest: Float64Array;
  private readonly isHit: Uint8Array;
  /** Members of all sets: looks that one pass over them takes. */
  private readonly width: number;

  constructor(sets: readonly (readonly number[])[], cost: Float64Array) {
    this.names = [...new Set(sets.flat())].sort((a, b) => a - b);
    const at = new Map(this.names.map((e, i) => [e, i]));
    this.cost = Float64Array.from(this.names, (e) => cost[e]!);
    this.sets = sets.map((set) => Int32Array.from(set, (e) => at.get(e)!));
    const setsOf: number[][] = this.names.map(() => []);
    for (const [s, set] of this.sets.entries()) for (const e of set) setsOf[e]!.push(s);
    this.setsOf = setsOf.map((list) => Int32Array.from(list));
    this.rest = new Float64Array(this.names.length);
    this.isHit = new Uint8Array(sets.length);
    this.width = this.sets.reduce((sum, set) => sum + set.length, this.names.length);
  }

  run({ branches, grain, meter }: Effort): Hitting {
    this.meter = meter;
    this.step = Math.max((grain ?? 0) - EPSILON, EPSILON);
    const root: Node = {
      fate: new Uint8Array(this.names.length),
      price: Float64Array.from(this.sets, (set) => {
        const each = Array.from(set, (e) => this.cost[e]! / this.setsOf[e]!.length);
        return Math.min(...each);
      }),
    };
    const bound = this.search(root, branches, ROOT_STEPS);
    const exact = this.nodes <= branches && !meter?.isOver;
    const chosen = this.names.filter((_, i) => this.best![i] === IN);
    return {
      chosen,
      cost: this.least,
      bound: exact ? this.least : Math.min(bound, this.least),
      exact,
    };
  }

  /** Searches below a node; the bound that was shown for it. */
  private search(node: Node, budget: number, steps: number): number {
    this.nodes += 1;
    let bound = -Infinity;
    for (;;) {
      const paid = this.propagate(node.fate);
      if (paid === undefined || paid > this.least - this.step) return Infinity;
      bound = Math.max(bound, this.raise(node, paid, steps));
      if (bound > this.least - this.step || this.nodes > budget || this.meter?.isOver) {
        return bound;
      }
      if (!this.decide(node, bound)) break;
    }
    const pick = this.pick(node.fate);
    if (pick === undefined) return bound;
    for (const fate of [IN, OUT]) {
      const next = { fate: node.fate.slice(), price: node.price.slice() };
      next.fate[pick] = fate;
      this.search(next, budget, NODE_STEPS);
    }
    return bound;
  }

  /** Takes what is the last of a set; the cost of what is in, or undefined when a set cannot be hit. */
  private propagate(fate: Uint8Array): number | undefined {
    for (let again = true; again;) {
      again = false;
      this.meter?.spend(this.width);
      for (let s = 0; s < this.sets.length; s++) {
        const set = this.sets[s]!;
        let free = 0;
        let last = -1;
        let isHit = false;
        for (let i = 0; i < set.length && !isHit; i++) {
          const e = set[i]!;
          if (fate[e] === IN) isHit = true;
          else if (fate[e] === FREE) {
            free += 1;
            last = e;
          }
        }
        this.isHit[s] = isHit ? 1 : 0;
        if (isHit) continue;
        if (free === 0) return undefined;
        if (free > 1) continue;
        fate[last] = IN;
        again = true;
      }
    }
    let paid = 0;
    for (let e = 0; e < fate.length; e++) if (fate[e] === IN) paid += this.cost[e]!;
    return paid;
  }

  /** Moves the prices, and leaves what they leave of each cost in `rest`; the best bound they showed. */
  private raise({ fate, price }: Node, paid: number, steps: number): number {
    const { sets, rest, isHit } = this;
    const bestPrice = price.slice();
    let best = -Infinity;
    let pace = 1;
    let since = 0;
    for (let step = 0; step < steps; step++) {
      const bound = this.boundOf(fate, price, paid);
      this.meter?.spend(2 * this.width);
      if (bound > best + EPSILON) {
        best = bound;
        bestPrice.set(price);
        since = 0;
      } else if (++since > 8) {
        pace /= 2;
        since = 0;
      }
      if (step % 10 === 0) this.complete(fate);
      if (this.meter?.isOver) break;
      if (best > this.least - this.step) break;
      let norm = 0;
      const slope = new Float64Array(sets.length);
      for (let s = 0; s < sets.length; s++) {
        if (isHit[s] === 1) continue;
        let hits = 0;
        const set = sets[s]!;
        for (let i = 0; i < set.length; i++)
          if (fate[set[i]!] === FREE && rest[set[i]!]! < 0) hits++;
        slope[s] = hits === 1 || (hits > 1 && price[s] === 0) ? 0 : 1 - hits;
        norm += slope[s]! * slope[s]!;
      }
      if (norm === 0) break;
      const length = (pace * (this.least - bound + 0.05)) / norm;
      for (let s = 0; s < sets.length; s++) {
        if (slope[s] !== 0) price[s] = Math.max(0, price[s]! + length * slope[s]!);
      }
    }
    price.set(bestPrice);
    this.boundOf(fate, price, paid);
    return best;
  }

  private boundOf(fate: Uint8Array, price: Float64Array, paid: number): number {
    const { rest, cost, sets, isHit } = this;
    rest.set(cost);
    let bound = paid;
    for (let s = 0; s < sets.length; s++) {
      if (isHit[s] === 1 || price[s] === 0) continue;
      bound += price[s]!;
      const set = sets[s]!;
      for (let i = 0; i < set.length; i++) rest[set[i]!]! -= price[s]!;
    }
    for (let e = 0; e < rest.length; e++) if (fate[e] === FREE && rest[e]! < 0) bound += rest[e]!;
    return bound;
  }

  /** A whole choice after the prices: what has less than nothing left, then what hits most for what it has left. */
  private complete(fate: Uint8Array): void {
    const { rest, cost } = this;
    this.meter?.spend(4 * this.width);
    const choice = fate.slice();
    const hit = this.isHit.slice();
    const take = (e: number): void => {
      choice[e] = IN;
      for (const s of this.setsOf[e]!) hit[s] = 1;
    };
    for (let e = 0; e < choice.length; e++) if (choice[e] === FREE && rest[e]! < 0) take(e);
    for (let s = 0; s < hit.length; s++) {
      if (hit[s] === 1) continue;
      let pick = -1;
      let least = Infinity;
      for (const e of this.sets[s]!) {
        if (choice[e] !== FREE) continue;
        let gain = 0;
        for (const other of this.setsOf[e]!) if (hit[other] === 0) gain += 1;
        const each = (Math.max(rest[e]!, 0) + 0.01 * cost[e]!) / gain;
        if (each >= least) continue;
        least = each;
        pick = e;
      }
      if (pick === -1) return;
      take(pick);
    }
    this.offer(this.spared(choice, fate));
  }

  /** Without what all sets can do without, the dearest first. */
  private spared(choice: Uint8Array, fate: Uint8Array): Uint8Array {
    const times = Array.from(this.sets, (set) => {
      let count = 0;
      for (const e of set) if (choice[e] === IN) count += 1;
      return count;
    });
    const taken = [...choice.keys()].filter((e) => choice[e] === IN && fate[e] === FREE);
    taken.sort((a, b) => this.cost[b]! - this.cost[a]! || a - b);
    for (const e of taken) {
      if (!this.setsOf[e]!.every((s) => times[s]! > 1)) continue;
      choice[e] = OUT;
      for (const s of this.setsOf[e]!) times[s]! -= 1;
    }
    return choice;
  }

  private offer(choice: Uint8Array): void {
    let cost = 0;
    for (let e = 0; e < choice.length; e++) if (choice[e] === IN) cost += this.cost[e]!;
    if (cost >= this.least - EPSILON) return;
    this.least = cost;
    this.best = choice;
  }

  /** Decides the elements that no better choice can have, or be without; whether there were any. */
  private decide({ fate }: Node, bound: number): boolean {
    const gap = this.least - bound - this.step;
    let any = false;
    for (let e = 0; e < fate.length; e++) {
      if (fate[e] !== FREE || Math.abs(this.rest[e]!) <= gap) continue;
      fate[e] = this.rest[e]! > 0 ? OUT : IN;
      any = true;
    }
    return any;
  }

  /** The free element that hits most of what is not hit yet, for what it has left. */
  private pick(fate: Uint8Array): number | undefined {
    let pick: number | undefined;
    let most = -Infinity;
    for (let e = 0; e < fate.length; e++) {
      if (fate[e] !== FREE) continue;
      let hits = 0;
      for (const s of this.setsOf[e]!) if (this.isHit[s] === 0) hits += 1;
      if (hits === 0) continue;
      const worth = hits - this.rest[e]! * 10;
      if (worth <= most) continue;
      most = worth;
      pick = e;
    }
    if (pick === undefined) this.offer(Uint8Array.from(fate, (is) => (is === IN ? IN : OUT)));
    return pick;
  }
}
