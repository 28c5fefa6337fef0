import {
  after,
  coverOver,
  groupOf,
  isReached,
  type Move,
  moveWork,
  type Problem,
  releaseBlock,
  type State,
} from "../rules/index.ts";

export interface Realised {
  readonly work: number;
  readonly moves: readonly Move[];
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
  replays: number,
): Realised | undefined {
  const run = new Run(problem, start, allowed);
  const lifts: { readonly seed: number; readonly before: Run }[] = [];
  while (!run.canFinish()) {
    const before = run.copy();
    const seed = run.liftNext();
    if (seed === undefined) return undefined;
    lifts.push({ seed, before });
  }
  let best = run.finish();
  let later: readonly number[] = [];
  const first = Math.max(0, lifts.length - replays);
  for (let i = lifts.length - 1; i >= first && best.work > floor + 1e-9; i--) {
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

/** One machine being taken apart; mutates only what it made itself. */
class Run {
  private moves: Move[] = [];
  private work = 0;
  /** The joints that could be opened now, one after the other, without lifting anything. */
  private ready: Uint8Array;

  constructor(
    private readonly problem: Problem,
    private state: State,
    private readonly allowed: Uint8Array,
  ) {
    this.ready = state.open.slice();
    this.spreadReady();
  }

  /** The same machine once more, to be taken apart another way. */
  copy(): Run {
    const { moves, ready } = this;
    const twin = Object.create(Run.prototype) as Run;
    return Object.assign(twin, this, { moves: moves.slice(), ready: ready.slice() });
  }

  /** What could be opened before a lift can be opened after it: only the rest is looked at. */
  private spreadReady(): void {
    const { model } = this.problem;
    const ahead: State = { ...this.state, open: this.ready };
    for (let again = true; again;) {
      again = false;
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
    for (const { target, parts } of goal.units) {
      const bin = new Set(parts);
      for (const [p, s] of this.state.stack.entries()) {
        if (s === this.state.stack[target] && goal.fresh.has(p)) bin.add(p);
      }
      for (const p of bin) {
        for (const j of model.jointsOfPart[p]!) {
          if (model.permanent[j] || model.joins[j]!.every((q) => bin.has(q))) continue;
          this.open(j);
        }
      }
    }
    return { work: this.work, moves: this.moves };
  }

  /** Lifts the smallest set that can be lifted now; gives the part it grew from. */
  liftNext(): number | undefined {
    const seeds = this.state.stack.length;
    let best: { seed: number; group: readonly number[] } | undefined;
    // By seed, the size of a set that holds it and cannot be lifted: of that size it has no other.
    const stuck = new Uint16Array(seeds);
    for (let seed = 0; seed < seeds; seed++) {
      const group = this.needed(seed, best?.group.length);
      if (!group || stuck[seed] === group.length) continue;
      if (this.releasesFor(group)) best = { seed, group };
      else for (const p of group) stuck[p] = group.length;
    }
    if (!best) return undefined;
    this.lift(best.group);
    return best.seed;
  }

  liftFrom(seed: number): void {
    const group = this.needed(seed)!;
    if (this.releasesFor(group)) this.lift(group);
  }

  /**
   * The least set around a part that holds what is joined for good by now and what lies over it;
   * undefined when it comes to `limit` parts or more.
   */
  private needed(seed: number, limit = Infinity): readonly number[] | undefined {
    const { model } = this.problem;
    const { stack } = this.state;
    const seen = new Uint8Array(stack.length);
    seen[seed] = 1;
    const group = [seed];
    const add = (p: number): void => {
      if (seen[p] === 1) return;
      seen[p] = 1;
      group.push(p);
    };
    for (let i = 0; i < group.length; i++) {
      if (group.length >= limit) return undefined;
      const p = group[i]!;
      for (const j of model.jointsOfPart[p]!) {
        if (this.ready[j] !== 1 && model.rigid[j]) model.joins[j]!.forEach(add);
      }
      for (const x of model.overPart[p]!) if (stack[x] === stack[p]) add(x);
    }
    return group.sort((a, b) => a - b);
  }

  /** The releases that free a group of `needed`, or undefined when it would still not be liftable. */
  private releasesFor(group: readonly number[]): readonly number[] | undefined {
    const { model } = this.problem;
    const inside = new Set(group);
    const wanted: number[] = [];
    for (const p of group) {
      for (const j of model.jointsOfPart[p]!) {
        if (this.state.open[j] || !model.rigid[j]) continue;
        if (model.joins[j]!.every((q) => inside.has(q))) continue;
        if (!this.ready[j]) return undefined;
        wanted.push(j);
      }
      if (model.esd[p]) wanted.push(...model.powerJoints);
      for (const { first } of this.problem.beforePart[p]!) {
        if (first.joint !== undefined) wanted.push(first.joint);
        else if (!this.state.lifted[first.part!]) return undefined;
      }
    }
    if (wanted.some((j) => !this.ready[j])) return undefined;
    const order = this.inOrder(wanted);
    const open = this.state.open.slice();
    for (const j of order) open[j] = 1;
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
      if (model.afterPower[j]) model.powerJoints.forEach(visit);
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
