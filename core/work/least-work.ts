import type { Problem, State } from "../rules/index.ts";
import { Meter } from "../base/meter.ts";
import { WHOLE } from "./effort.ts";
import { elementsOf, grainOf, liftElement, payerOf } from "./elements.ts";
import { searchStates } from "./exact.ts";
import { farness } from "./farness.ts";
import { leastHitting } from "./hitting.ts";
import { realise, type Realised, type Wish } from "./realise.ts";
import { type Relaxation, relaxationOf } from "./relax.ts";

export interface LeastWork {
  readonly best: Realised | undefined;
  /** No plan takes less than this; equals the work of `best` when proven. Minutes. */
  readonly bound: number;
  readonly proven: boolean;
  /** Fixpoints of the relaxed machine plus states searched. */
  readonly visited: number;
}

/** What is known of a plan before it is looked for: a legal one, and what none takes less than. Minutes. */
export interface Known {
  readonly best?: Realised;
  readonly bound: number;
}

const EPSILON = 1e-6;
/** A plan this many times its bound is looked for once more, with all that is allowed. */
const FAR = 1.05;
/** A first way of more moves than this is shortened before anything is shown of it: with fewer that is soon done after. */
const LONG = 300;
/** Branches of one hitting set, and states of the last search, before they are given up. */
const BRANCHES = 2000;
const STATES = 20_000;

/**
 * The least-work plan from `start`, between two values that close in on each other. From below: sets of
 * elements of which every plan has one (see `Relaxation`), first the single ones, then by an ascent over
 * what is left of each element's cost, then against the least-cost choice of one from each set, until
 * the goal can be closed with just such a choice: no plan costs less. From above: legal plans that are
 * looked for with just those elements. Where the two do not meet, the states are searched that use only
 * elements a better plan could afford. Exact when it ends in time; always a legal plan, if it found one, and a true bound.
 */
export function leastWork(
  problem: Problem,
  start: State,
  meter = new Meter(WHOLE),
  known: Known = { bound: 0 },
): LeastWork {
  const { best, bound } = known;
  if (best && bound >= best.work - EPSILON) return { best, bound, proven: true, visited: 0 };
  return new Search(problem, start, meter, known).run();
}

class Search {
  private best: Realised | undefined;
  private bound: number;
  /** The part of the bound that `rest` is left over from: forced elements, and what is owed to the sets. */
  private dual = 0;
  private visited = 0;
  private readonly relaxation: Relaxation;
  /** Elements that a plan better than the best one may have. */
  private usable: readonly number[];
  /** Elements that every such plan has. */
  private readonly forced: Uint8Array;
  /** Sets of which every such plan has one, and what the bound owes to each. */
  private readonly sets: { readonly elements: readonly number[]; readonly owed: number }[] = [];
  /** Every plan's work is a whole multiple of this; 0 when there is no such. */
  private readonly grain: number;
  private readonly far: ReturnType<typeof farness>;
  /** What the sets have left of each element's cost. */
  private readonly rest: Float64Array;

  constructor(
    private readonly problem: Problem,
    private readonly start: State,
    private readonly meter: Meter,
    known: Known,
  ) {
    this.best = known.best;
    this.bound = known.bound;
    this.relaxation = relaxationOf(problem, start, meter);
    const { size, cost, usable } = this.relaxation;
    this.usable = usable;
    this.forced = new Uint8Array(size);
    this.rest = cost.slice();
    this.grain = grainOf(problem);
    this.far = farness(problem);
  }

  run(): LeastWork {
    if (!this.relaxation.reaches(this.having(this.usable))) return this.answer(Infinity);
    if (!this.best) this.tryOut(this.having(this.usable), Infinity);
    const isLong = (this.best?.moves.length ?? 0) > LONG;
    if (isLong) this.shorten();
    const isDone =
      this.force() || (!isLong && this.shorten()) || this.ascend() || this.hit() || this.search();
    return this.answer(isDone ? this.price : Math.min(this.bound, this.price));
  }

  private answer(bound: number): LeastWork {
    const visited = this.visited + this.relaxation.calls;
    return { best: this.best, bound, proven: bound >= this.price - EPSILON, visited };
  }

  private get price(): number {
    return this.best?.work ?? Infinity;
  }

  private get isMet(): boolean {
    return this.bound >= this.price - EPSILON;
  }

  /** Raises the bound, to the next work that a plan can have. */
  private raise(minutes: number): void {
    const { grain } = this;
    const least = grain > 0 ? Math.ceil((minutes - EPSILON) / grain) * grain : minutes;
    this.bound = Math.max(this.bound, least);
  }

  /** A plan that is better than the best one has no more than this. */
  private get most(): number {
    return this.price - Math.max(this.grain, EPSILON) + EPSILON / 2;
  }

  private having(elements: Iterable<number>): Uint8Array {
    const set = new Uint8Array(this.relaxation.size);
    for (const e of elements) set[e] = 1;
    return set;
  }

  /** Finds the elements that every plan has; they are among those of the plan at hand. */
  private force(): boolean {
    const { cost } = this.relaxation;
    const { moves } = this.best ?? { moves: undefined };
    const had = moves && elementsOf(this.problem, this.start, moves);
    const { plain } = this.relaxation;
    const known = new Set(plain);
    const asked = this.byModule().filter((e) => !known.has(e) && (!had || had.has(e)));
    for (const e of [...plain, ...this.relaxation.forced(asked)]) {
      this.forced[e] = 1;
      this.dual += cost[e]!;
      this.rest[e] = 0;
    }
    this.raise(this.dual);
    if (this.relaxation.reaches(this.forced)) this.tryOut(this.forced);
    return this.isMet;
  }

  /** The usable elements, those of one part side by side: what is not needed for one is rarely for the other. */
  private byModule(): readonly number[] {
    const { model } = this.problem;
    const usable = new Set(this.usable);
    const order = new Set<number>();
    for (const p of model.partIds.keys()) {
      for (const j of model.jointsOfPart[p]!) order.add(j);
      order.add(liftElement(this.problem, 0, p));
    }
    for (const e of usable) order.add(e);
    return [...order].filter((e) => usable.has(e));
  }

  /** Leaves out what no plan better than the best one can afford; whether no such plan is left. */
  private ruleOut(): boolean {
    const most = this.most - this.dual;
    this.usable = this.usable.filter((e) => this.rest[e]! <= most);
    return this.isMet || !this.relaxation.reaches(this.having(this.usable));
  }

  /**
   * Plans that open few joints, soon there and mostly near the least: joints that are dear and far are left out first;
   * and, where many cheap ones stand together against a dear one, before them the parts that hang on the most stay.
   */
  private shorten(): boolean {
    const joints = this.leastWanted(
      this.usable.filter((e) => e < this.problem.model.jointIds.length),
    );
    for (const lifts of [[], this.heaviestFirst()]) {
      if (this.price <= FAR * this.bound) break;
      const few = this.having(this.usable);
      this.relaxation.spare(few, lifts);
      this.relaxation.spare(few, joints);
      this.tryOut(few, Infinity);
    }
    return this.isMet;
  }

  /** Lifts off the frame that a plan may do without, those of parts whose joints take the most minutes first. */
  private heaviestFirst(): readonly number[] {
    const { model } = this.problem;
    const ties = model.jointsOfPart.map((joints) =>
      joints.reduce((sum, j) => sum + (model.permanent[j] ? 0 : model.jointCost[j]!), 0),
    );
    const first = liftElement(this.problem, 0, 0);
    return this.usable
      .filter((e) => e >= first && e < first + ties.length && this.forced[e] === 0)
      .sort((a, b) => ties[b - first]! - ties[a - first]! || b - a);
  }

  /** A least set, beside what is in `having`, of which every better plan has one; undefined when that is enough. */
  private cut(having: Uint8Array, by: Float64Array): readonly number[] | undefined {
    const grown = having.slice();
    const order = this.usable.filter((e) => grown[e] === 0);
    order.sort((a, b) => by[a]! - by[b]! || a - b);
    if (!this.relaxation.grow(grown, order)) return undefined;
    return order.filter((e) => grown[e] === 0);
  }

  /** Raises the bound by what each new set has left, until what is used up closes the goal. */
  private ascend(): boolean {
    const { rest } = this;
    if (this.ruleOut()) return true;
    const used = this.having(this.usable.filter((e) => rest[e]! <= EPSILON));
    for (let elements = this.cut(used, rest); elements; elements = this.cut(used, rest)) {
      if (this.meter.isOver) return false;
      const owed = elements.reduce((least, e) => Math.min(least, rest[e]!), Infinity);
      this.sets.push({ elements, owed });
      this.dual += owed;
      this.raise(this.dual);
      for (const e of elements) {
        rest[e]! -= owed;
        if (rest[e]! <= EPSILON) used[e] = 1;
      }
      if (this.isMet) return true;
    }
    this.tryOut(this.spared(used), Infinity);
    if (this.price > FAR * this.bound) this.tryOut(this.having(this.usable), this.bound);
    return this.ruleOut();
  }

  /** A part of these elements that still closes the goal and from which none can be spared. */
  private spared(elements: Uint8Array): Uint8Array {
    const set = elements.slice();
    this.relaxation.spare(set, this.leastWanted([...set.keys()].filter((e) => set[e] === 1)));
    return set;
  }

  /** Those of these elements that a plan may do without, what is dear and far from the job first. */
  private leastWanted(elements: readonly number[]): number[] {
    const { cost } = this.relaxation;
    const { model } = this.problem;
    const far = (e: number): number =>
      e < model.jointIds.length
        ? this.far.joint[e]!
        : this.far.part[(e - model.jointIds.length) % model.partIds.length]!;
    const weight = Float64Array.from(cost, (minutes, e) => minutes * (1 + far(e)));
    return elements
      .filter((e) => this.forced[e] === 0)
      .sort((a, b) => weight[b]! - weight[a]! || b - a);
  }

  /** Least-cost choices from all sets, each cut off by new ones, until one closes the goal. */
  private hit(): boolean {
    const { cost } = this.relaxation;
    const paid = this.forced.reduce((sum, is, e) => sum + (is ? cost[e]! : 0), 0);
    for (;;) {
      if (this.meter.isOver) return false;
      const may = new Set(this.usable);
      const lists = this.sets.map(({ elements }) => elements.filter((e) => may.has(e)));
      const choice = leastHitting(lists, cost, {
        branches: BRANCHES,
        grain: this.grain,
        meter: this.meter,
      });
      if (!choice) return true;
      this.raise(paid + choice.bound);
      if (this.isMet) return true;
      const having = this.having(choice.chosen);
      for (const e of this.usable) if (this.forced[e] === 1 || cost[e] === 0) having[e] = 1;
      if (this.relaxation.reaches(having)) {
        this.tryOut(having);
        return this.isMet;
      }
      for (let elements = this.cut(having, cost); elements; elements = this.cut(having, cost)) {
        if (this.meter.isOver) return false;
        this.sets.push({ elements, owed: 0 });
        if (elements.length === 0) return true;
        having[elements.reduce((a, b) => (cost[b]! < cost[a]! ? b : a))] = 1;
      }
    }
  }

  /** Looks for legal plans with just these elements. */
  private tryOut(elements: Uint8Array, floor = this.bound): void {
    const joints = elements.subarray(0, this.problem.model.jointIds.length);
    const rides = (p: number): boolean =>
      elements[liftElement(this.problem, 0, p)] === 0 && this.relaxation.mustLeave(p);
    const isPayer = (p: number, depth: number): boolean =>
      elements[liftElement(this.problem, depth, p)] === 1;
    const wish: Wish = {
      isPayer,
      pays: (pieces, depth) =>
        pieces.every((piece) => isPayer(payerOf(this.problem, piece), depth)),
      rides,
    };
    const plan = realise(this.problem, this.start, joints, floor, this.meter, wish);
    if (plan && plan.work < this.price - EPSILON) this.best = plan;
  }

  /** The states of what a better plan could afford; whether all of them were looked at. */
  private search(): boolean {
    if (this.ruleOut()) return true;
    const { problem, start, forced, meter } = this;
    const allowed = this.having(this.usable);
    const answer = searchStates(problem, start, {
      cost: this.relaxation.cost,
      allowed,
      forced,
      sets: this.sets,
      limit: this.most + EPSILON,
      states: STATES,
      meter,
    });
    this.visited += answer.visited;
    if (answer.best) this.best = answer.best;
    this.raise(answer.bound);
    return answer.complete;
  }
}
