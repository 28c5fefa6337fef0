import { Heap } from "../base/heap.ts";
import type { Problem, State } from "../rules/index.ts";
import { liftBound, type Never } from "./bound.ts";
import { searchStates } from "./exact.ts";
import { realise, type Realised } from "./realise.ts";
import { type Relaxation, relaxationOf } from "./relax.ts";

export interface Budget {
  /** Branch nodes. */
  readonly nodes: number;
  /** States of the exact search among the joints of one node. */
  readonly states: number;
  /** Steps of the relaxation: calls × parts × joints. A few hundred million take some seconds. */
  readonly steps: number;
}
export const DEFAULT_BUDGET: Budget = { nodes: 400, states: 20_000, steps: 3e8 };

export interface LeastWork {
  readonly best: Realised | undefined;
  readonly bound: number;
  readonly proven: boolean;
  /** Nodes branched on plus states searched. */
  readonly visited: number;
}

interface Node {
  readonly allowed: Uint8Array;
  readonly forced: Uint8Array;
  readonly bound: number;
  /** What was found out of reach with these joints allowed, or with more. */
  readonly never: Never;
}

const EPSILON = 1e-9;

/**
 * The least-work plan from `start`, by branch and bound over which joints may and which must be
 * opened. A node's relaxation (see relax.ts) gives the joints no plan can do without; with the
 * lifts no plan can do without they make the bound. A relaxed solution that turns out to be legal
 * makes the price. Joints too dear for the gap between the two are ruled out; when none is left
 * undecided, the states among those joints are searched. Exact when it ends within its budget.
 */
export function leastWork(problem: Problem, start: State, budget = DEFAULT_BUDGET): LeastWork {
  return new Search(problem, start, budget).run();
}

class Search {
  private best: Realised | undefined;
  private visited = 0;
  /** Least bound of what was given up for want of budget. */
  private givenUp = Infinity;
  private readonly relaxation: Relaxation;
  /** Sets of joints that a legal plan was looked for with. */
  private readonly tried = new Set<string>();
  private readonly waiting = new Heap<Node>((a, b) => a.bound - b.bound);

  constructor(
    private readonly problem: Problem,
    private readonly start: State,
    private readonly budget: Budget,
  ) {
    this.relaxation = relaxationOf(problem, start);
  }

  /** Past its budget a search stops sharpening: what it has by then is still true. */
  private get isSpent(): boolean {
    const { partIds, jointIds } = this.problem.model;
    return this.relaxation.calls * partIds.length * jointIds.length > this.budget.steps;
  }

  /** Lifts that may be tried without: each costs about (parts × joints) × lifts steps. */
  private get replays(): number {
    const { partIds, jointIds } = this.problem.model;
    return Math.ceil(this.budget.steps / (partIds.length ** 2 * jointIds.length));
  }

  private get price(): number {
    return this.best?.work ?? Infinity;
  }

  run(): LeastWork {
    const { permanent } = this.problem.model;
    const allowed = Uint8Array.from(permanent, (never, j) => (never || this.start.open[j] ? 0 : 1));
    this.waiting.push({ allowed, forced: this.neededAtOnce(allowed), bound: 0, never: new Set() });
    let nodes = 0;
    for (let node = this.waiting.pop(); node; node = this.waiting.pop()) {
      if (node.bound >= this.price - EPSILON) continue;
      if (++nodes > this.budget.nodes || (nodes > 1 && this.isSpent)) {
        this.givenUp = Math.min(this.givenUp, node.bound);
        break;
      }
      this.visited += 1;
      this.branch(node);
    }
    const bound = Math.min(this.givenUp, this.price);
    return {
      best: this.best,
      bound,
      proven: bound >= this.price - EPSILON,
      visited: this.visited,
    };
  }

  /** The joints between a target's unit and what neither belongs to it nor comes new. */
  private neededAtOnce(allowed: Uint8Array): Uint8Array {
    const { model, goal } = this.problem;
    const forced = new Uint8Array(allowed.length);
    for (const { parts } of goal.units) {
      for (const j of [...parts].flatMap((p) => model.jointsOfPart[p]!)) {
        const leadsOut = model.joins[j]!.some((p) => !parts.has(p) && !goal.fresh.has(p));
        if (leadsOut && allowed[j] === 1) forced[j] = 1;
      }
    }
    return forced;
  }

  private branch(node: Node): void {
    const allowed = node.allowed.slice();
    const forced = node.forced.slice();
    const never = new Set(node.never);
    let bound = node.bound;
    for (;;) {
      if (!this.relaxation.reaches(allowed)) return;
      const chosen = this.minimal(allowed, forced);
      this.landmarks(allowed, forced, chosen);
      bound = Math.max(bound, this.boundOf(allowed, forced, chosen, never));
      if (bound >= this.price - EPSILON) return;
      this.tryOut(chosen, bound);
      if (this.best === undefined) this.tryOut(allowed, bound);
      if (bound >= this.price - EPSILON) return;
      if (!this.isSpent && this.ruleOut(allowed, forced, bound)) continue;
      if (this.isSpent) {
        this.givenUp = Math.min(this.givenUp, bound);
        return;
      }
      const pick = this.undecided(allowed, forced, chosen);
      if (pick === undefined) this.searchLeaf(allowed, forced, bound);
      else this.split({ allowed, forced, bound, never }, pick);
      return;
    }
  }

  /** Looks for a legal plan with just these joints, once. */
  private tryOut(joints: Uint8Array, bound: number): void {
    const key = joints.join("");
    if (this.tried.has(key)) return;
    this.tried.add(key);
    this.offer(realise(this.problem, this.start, joints, bound, this.replays));
  }

  private offer(plan: Realised | undefined): void {
    if (plan && plan.work < this.price - EPSILON) this.best = plan;
  }

  /** A set of joints that closes the relaxed goal and from which none but forced ones can be spared. */
  private minimal(allowed: Uint8Array, forced: Uint8Array): Uint8Array {
    const { jointCost } = this.problem.model;
    const set = allowed.slice();
    const spare = [...set.keys()]
      .filter((j) => set[j] && !forced[j])
      .sort((a, b) => jointCost[b]! - jointCost[a]! || a - b);
    const drop = (from: number, to: number): void => {
      if (from >= to || this.isSpent) return;
      for (let i = from; i < to; i++) set[spare[i]!] = 0;
      if (this.relaxation.reaches(set)) return;
      for (let i = from; i < to; i++) set[spare[i]!] = 1;
      if (to - from === 1) return;
      const middle = (from + to) >> 1;
      drop(from, middle);
      drop(middle, to);
    };
    drop(0, spare.length);
    return set;
  }

  private landmarks(allowed: Uint8Array, forced: Uint8Array, chosen: Uint8Array): void {
    for (let j = 0; j < chosen.length; j++) {
      if (!chosen[j] || forced[j] || this.isSpent) continue;
      allowed[j] = 0;
      if (!this.relaxation.reaches(allowed)) forced[j] = 1;
      allowed[j] = 1;
    }
  }

  private boundOf(
    allowed: Uint8Array,
    forced: Uint8Array,
    chosen: Uint8Array,
    never: Never,
  ): number {
    const { jointCost } = this.problem.model;
    const joints = jointCost.reduce((sum, cost, j) => sum + (forced[j] ? cost : 0), 0);
    const isSpent = (): boolean => this.isSpent;
    const { problem, start, relaxation } = this;
    return joints + liftBound(problem, start, relaxation, allowed, chosen, isSpent, never);
  }

  /** Takes out joints that no plan better than the best one can afford; whether there were any. */
  private ruleOut(allowed: Uint8Array, forced: Uint8Array, bound: number): boolean {
    let any = false;
    for (let j = 0; j < allowed.length; j++) {
      if (!allowed[j] || forced[j]) continue;
      if (bound + this.problem.model.jointCost[j]! < this.price - EPSILON) continue;
      allowed[j] = 0;
      any = true;
    }
    return any;
  }

  private undecided(
    allowed: Uint8Array,
    forced: Uint8Array,
    chosen: Uint8Array,
  ): number | undefined {
    const { jointCost } = this.problem.model;
    let pick: number | undefined;
    const rank = (j: number): number => (chosen[j] ? 1000 : 0) + jointCost[j]!;
    for (let j = 0; j < allowed.length; j++) {
      if (!allowed[j] || forced[j]) continue;
      if (pick === undefined || rank(j) > rank(pick)) pick = j;
    }
    return pick;
  }

  private split({ allowed, forced, bound, never }: Node, j: number): void {
    const without = allowed.slice();
    without[j] = 0;
    const withIt = forced.slice();
    withIt[j] = 1;
    this.waiting.push({ allowed: without, forced: forced.slice(), bound, never });
    this.waiting.push({ allowed: allowed.slice(), forced: withIt, bound, never });
  }

  private searchLeaf(allowed: Uint8Array, forced: Uint8Array, bound: number): void {
    const { problem, start, price, budget } = this;
    const answer = searchStates(problem, start, allowed, forced, price, budget.states);
    this.visited += answer.visited;
    this.offer(answer.best);
    if (!answer.complete) this.givenUp = Math.min(this.givenUp, bound);
  }
}
