import {
  after,
  coverOver,
  groupOf,
  isReached,
  type Move,
  moveWork,
  piecesOf,
  powerBlock,
  type Problem,
  releaseBlock,
  type State,
} from "../rules/index.ts";
import type { Meter } from "../base/meter.ts";
import { deeperThan, depthsAt } from "./elements.ts";

export interface Realised {
  readonly work: number;
  readonly moves: readonly Move[];
}

/** What a plan is to look like: who pays for its lifts. */
export interface Wish {
  /** Whether the parts that would pay for a lift of these pieces, out of such a stack, are to pay. */
  pays(pieces: readonly (readonly number[])[], depth: number): boolean;
  /** Whether a part is to pay for a lift out of a stack of this depth. */
  isPayer(part: number, depth: number): boolean;
  /** Whether a part is to ride along wherever what it is joined to goes. */
  rides(part: number): boolean;
}

/**
 * A legal plan that opens only `allowed` joints, or undefined when this way finds none. Releases
 * are put off until a lift or the goal asks for them (a joint that can be reached stays in reach,
 * so waiting never hurts). First everything that can be lifted is lifted until the goal is
 * reached; then each lift that the goal does not miss is taken out again, the last one first: what
 * came before it stays as it was, so only what follows is gone through anew.
 */
export function realise(
  problem: Problem,
  start: State,
  allowed: Uint8Array,
  floor: number,
  meter: Meter,
  wish?: Wish,
): Realised | undefined {
  const run = new Run(problem, start, allowed, meter, wish);
  const lifts: { readonly seed: number; readonly before: Run }[] = [];
  while (!run.canFinish()) {
    const before = run.copy();
    const seed = run.liftNext();
    if (seed === undefined) return undefined;
    lifts.push({ seed, before });
  }
  let best = run.finish();
  let later: readonly number[] = [];
  for (let i = lifts.length - 1; i >= 0 && best.work > floor + 1e-6; i--) {
    if (meter.isOver) break;
    const { seed, before } = lifts[i]!;
    const plan = replay(before.copy(), later);
    if (plan && plan.work <= best.work) best = plan;
    else later = [seed, ...later];
  }
  return best;
}

function replay(run: Run, seeds: readonly number[]): Realised | undefined {
  for (const seed of seeds) run.liftFrom(seed);
  return run.canFinish() ? run.finish() : undefined;
}

/** Looks for each part of a group: to find it, and to see what has to be opened for it. */
const GROUP_LOOKS = 10;
const RELEASES_LOOKS = 30;

/** A set of parts to lift, and the part it was grown from. */
interface Grown {
  readonly seed: number;
  readonly group: readonly number[];
}

/** One machine being taken apart; mutates only what it made itself. */
class Run {
  private moves: Move[] = [];
  private work = 0;
  /** The joints that could be opened now, one after the other, without lifting anything. */
  private ready: Uint8Array;
  /** What the parts of the last lift lay on: likely the next that can be lifted. */
  private below: readonly number[] = [];
  /** Scratch: parts that were seen in the round whose number stands last. */
  private readonly seen: Int32Array;
  /** By part, how deep its stack is (see `elements.ts`). */
  private depth: Int8Array;

  constructor(
    private readonly problem: Problem,
    private state: State,
    private readonly allowed: Uint8Array,
    private readonly meter: Meter,
    private readonly wish?: Wish,
  ) {
    this.ready = state.open.slice();
    this.seen = new Int32Array(state.stack.length + 1);
    this.depth = depthsAt(problem, state);
    this.spreadReady();
  }

  /** The same machine once more, to be taken apart another way. */
  copy(): Run {
    const { moves, ready, depth } = this;
    const twin = Object.create(Run.prototype) as Run;
    return Object.assign(twin, this, {
      moves: moves.slice(),
      ready: ready.slice(),
      depth: depth.slice(),
    });
  }

  /** What could be opened before a lift can be opened after it: only the rest is looked at. */
  private spreadReady(): void {
    const { model } = this.problem;
    const ahead: State = { ...this.state, open: this.ready };
    for (let again = true; again;) {
      again = false;
      this.meter.spend(ahead.open.length);
      for (let j = 0; j < ahead.open.length; j++) {
        if (ahead.open[j] || !this.allowed[j] || model.permanent[j]) continue;
        if (coverOver(model, ahead, j) !== undefined) continue;
        if (releaseBlock(this.problem, ahead, j)) continue;
        ahead.open[j] = 1;
        again = true;
      }
    }
  }

  canFinish(): boolean {
    return isReached(this.problem, { ...this.state, open: this.ready });
  }

  finish(): Realised {
    const { model, goal } = this.problem;
    goal.openJoints.forEach((j) => this.open(j));
    for (const { parts } of goal.units) {
      const { stack } = this.state;
      const stacks = new Set([...parts].map((p) => stack[p]));
      const bin = new Set(parts);
      for (const p of goal.fresh) if (stacks.has(stack[p])) bin.add(p);
      for (const p of bin) {
        for (const j of model.jointsOfPart[p]!) {
          if (model.permanent[j] || model.joins[j]!.every((q) => bin.has(q))) continue;
          this.open(j);
        }
      }
    }
    return { work: this.work, moves: this.moves };
  }

  /**
   * Lifts the smallest set that can be lifted now, of those that are wished for if there are any; gives
   * the part it grew from.
   */
  liftNext(): number | undefined {
    for (const choice of this.choices) {
      const best = this.smallest(choice, 2) ?? this.smallest(choice, Infinity);
      if (!best) continue;
      this.lift(best.group);
      return best.seed;
    }
    return undefined;
  }

  /** The smallest set of less than so many parts that can be lifted now. */
  private smallest(choice: Run["choices"][number], limit: number): Grown | undefined {
    const { stack } = this.state;
    const sizes = new Uint16Array(stack.length + 1);
    for (const s of stack) sizes[s]! += 1;
    for (const seed of this.below) {
      const group = this.liftable(seed, choice, 2);
      if (group) return { seed, group };
    }
    let best: Grown | undefined;
    for (let seed = 0; seed < stack.length; seed++) {
      if (sizes[stack[seed]!] === 1) continue;
      const group = this.liftable(seed, choice, best?.group.length ?? limit);
      if (group) best = { seed, group };
      if (group?.length === 1) break;
    }
    return best;
  }

  liftFrom(seed: number): void {
    for (const choice of this.choices) {
      const group = this.liftable(seed, choice);
      if (!group) continue;
      this.lift(group);
      return;
    }
  }

  /** What is looked for: as wished with all riders, as wished, or anything that can be lifted. */
  private get choices(): readonly {
    readonly rides: Wish | undefined;
    readonly pays: Wish | undefined;
  }[] {
    const { wish } = this;
    const any = { rides: undefined, pays: undefined };
    return wish ? [{ rides: wish, pays: wish }, { rides: undefined, pays: wish }, any] : [any];
  }

  /** The set around a part that can be lifted now; undefined when it cannot, or has `limit` parts or more. */
  private liftable(
    seed: number,
    { rides, pays }: Run["choices"][number],
    limit = Infinity,
  ): readonly number[] | undefined {
    if (pays && !pays.isPayer(seed, this.depth[seed]!)) return undefined;
    const group = this.needed(seed, limit, rides);
    const releases = group && this.releasesFor(group);
    return releases && (!pays || this.isWished(group, releases, pays)) ? group : undefined;
  }

  private isWished(group: readonly number[], releases: readonly number[], wish: Wish): boolean {
    const { model } = this.problem;
    const open = this.state.open.slice();
    for (const j of releases) open[j] = 1;
    return wish.pays(piecesOf(model, { ...this.state, open }, group), this.depth[group[0]!]!);
  }

  /**
   * The least set around a part that holds what is joined for good by now and what lies over it;
   * undefined when it comes to `limit` parts or more.
   */
  private needed(seed: number, limit: number, wish?: Wish): readonly number[] | undefined {
    const { model } = this.problem;
    const { stack } = this.state;
    const seen = this.seen;
    const mark = (seen[stack.length]! += 1);
    seen[seed] = mark;
    const group = [seed];
    const add = (p: number): void => {
      if (seen[p] === mark) return;
      seen[p] = mark;
      group.push(p);
    };
    for (let i = 0; i < group.length; i++) {
      if (group.length >= limit) return undefined;
      const p = group[i]!;
      for (const j of model.jointsOfPart[p]!) {
        if (!model.rigid[j]) continue;
        if (this.ready[j] !== 1) model.joins[j]!.forEach(add);
        else if (wish && this.state.open[j] !== 1) this.addRiders(model.joins[j]!, wish, add);
      }
      for (const x of model.overPart[p]!) if (stack[x] === stack[p]) add(x);
    }
    this.meter.spend(GROUP_LOOKS * group.length);
    return group.sort((a, b) => a - b);
  }

  private addRiders(joins: readonly number[], wish: Wish, add: (p: number) => void): void {
    const { model } = this.problem;
    if (joins.includes(model.frame)) return;
    for (const q of joins) if (wish.rides(q)) add(q);
  }

  /** The releases that free a group of `needed`, or undefined when it would still not be liftable. */
  private releasesFor(group: readonly number[]): readonly number[] | undefined {
    const { model } = this.problem;
    this.meter.spend(RELEASES_LOOKS * group.length);
    const inside = new Set(group);
    const wanted: number[] = [];
    for (const p of group) {
      for (const j of model.jointsOfPart[p]!) {
        if (this.state.open[j] || !model.rigid[j]) continue;
        if (model.joins[j]!.every((q) => inside.has(q))) continue;
        if (!this.ready[j]) return undefined;
        wanted.push(j);
      }
      if (model.esd[p]) {
        if (powerBlock(model, { ...this.state, open: this.ready })) return undefined;
        wanted.push(...model.cuts.map(({ joint }) => joint));
      }
      for (const { first } of this.problem.beforePart[p]!) {
        if (first.joint !== undefined) wanted.push(first.joint);
        else if (!this.state.lifted[first.part!]) return undefined;
      }
    }
    if (wanted.some((j) => !this.ready[j])) return undefined;
    const order = this.inOrder(wanted);
    const open = this.state.open.slice();
    for (const j of order) open[j] = 1;
    this.meter.spend(open.length + 2 * this.state.stack.length);
    // Nothing holds it or lies over it by then: that it is one group, and not alone, is left to see.
    const { stack } = this.state;
    const isOne = groupOf(model, { ...this.state, open }, group[0]!).length === group.length;
    const isLeft = stack.some((s, p) => s === stack[group[0]!] && !inside.has(p));
    return isOne && isLeft ? order : undefined;
  }

  /** Joints with all that must be opened before them, in an order that holds. */
  private inOrder(wanted: readonly number[]): readonly number[] {
    const { model } = this.problem;
    const order: number[] = [];
    const seen = new Set<number>();
    const visit = (j: number): void => {
      if (this.state.open[j] || seen.has(j)) return;
      seen.add(j);
      if (model.afterPower[j]) model.cuts.forEach(({ joint }) => visit(joint));
      for (const { first } of this.problem.beforeJoint[j]!) {
        if (first.joint !== undefined) visit(first.joint);
      }
      order.push(j);
    };
    wanted.forEach(visit);
    return order;
  }

  private open(j: number): void {
    for (const joint of this.inOrder([j])) this.make({ do: "release", joint });
  }

  private lift(group: readonly number[]): void {
    for (const joint of this.releasesFor(group)!) this.make({ do: "release", joint });
    this.make({ do: "lift", parts: group });
    const { model } = this.problem;
    const below = new Set(group.map((p) => model.below[p]![0]));
    this.below = [...below].filter((p) => p !== undefined && p !== model.frame) as number[];
    for (const p of group) this.depth[p] = deeperThan(this.depth[p]!);
    this.spreadReady();
  }

  private make(move: Move): void {
    if (move.do === "release") {
      const by = coverOver(this.problem.model, this.state, move.joint);
      if (by !== undefined) throw new Error(`released ${move.joint} under ${by}`);
    }
    this.work += moveWork(this.problem.model, this.state, move);
    this.state = after(this.state, move);
    this.moves.push(move);
  }
}
