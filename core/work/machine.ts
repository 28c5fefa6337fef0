import type { Problem, State } from "../rules/index.ts";
import type { Meter } from "../base/meter.ts";
import { deeperThan, DEPTHS } from "./elements.ts";
import type { Facts } from "./facts.ts";
import { type Glue, Layer } from "./layer.ts";
import { Payers } from "./payers.ts";
import { RelaxedGoal } from "./relaxed-goal.ts";
import { hasBit, isWithin, setBit } from "./rows.ts";
import { Waits } from "./waits.ts";

const LAST = DEPTHS - 1;

/** Two parts that stay together up to a depth, and are not to be lifted out of it in one piece with a dearer one. */
interface Guard {
  readonly glue: Glue;
  readonly depth: number;
}

export type Kept = readonly (Uint8Array | Uint32Array)[];

/**
 * What is relaxed: sets of opened joints, and of parts that are away from each other, only grow. A
 * component c of closed joints can be lifted away from q when the least set that holds c and, for each of its
 * parts, every part over it that is not away, does not hold q: every real lift that takes c without
 * q lifts a superset of that set.
 *
 * *Depth.* A stack has depth 0 when it is the frame's, and one more than the stack it was lifted out of
 * (what lies off the frame at the start has 1; the last depth stands for all that are deeper). Parts that a lift
 * parts lay in one stack, so the joints between them were opened, and what was over these and over them
 * was taken away, while they lay no deeper than that: each depth is a layer, and what happens deeper does not help.
 *
 * *Who pays* (see `Payers`). A lift costs at least lift + place of the dearest part (by that sum, then by
 * number) of each piece of its group: these pay. A part may pay once for each depth. That is all of it for
 * the frame; of the last depth it may be less than the truth. A lift that takes d without paying for it takes,
 * in one piece with d, a dearer part y that pays, with all that comes with y, and every part without which
 * no carrying joints link the two (see `Links`); and it can do so only if d can leave a stack of that
 * depth in a piece of which y is the dearest. Where d must leave the frame and only one such y is left,
 * the two leave as one.
 *
 * Cost of a call: rounds × depths × (joints + covers + parts² / 32).
 */
export class Machine {
  private fixpoints = 0;
  private readonly goal: RelaxedGoal;
  private readonly layers: readonly Layer[];
  private readonly lifted: Uint8Array;
  /** All that changes; what it is at the start, to begin again from; and what was kept on the way. */
  private readonly state: Kept;
  private readonly begin: Kept;
  private readonly saved: Kept[] = [];
  private isGlued = false;
  private readonly waits: Waits;
  private readonly payers: Payers;
  /** What the lift that is looked at surely takes, one row. */
  private readonly kept: Uint32Array;
  /** Parts that no lift out of this depth can take, as far as is known in this round. */
  private readonly stop: Uint32Array;
  private readonly shut: Int16Array;
  private readonly leaver: Int8Array;
  private readonly together = new Map<number, boolean>();
  private twin: Machine | undefined;
  private guard: Guard | undefined;

  constructor(
    private readonly problem: Problem,
    private readonly start: State,
    private readonly facts: Facts,
    private readonly meter: Meter,
  ) {
    const { n, m, W } = facts;
    this.goal = new RelaxedGoal(problem, facts);
    this.layers = Array.from(
      { length: DEPTHS },
      (_, depth) => new Layer(facts, depth, start.open, meter),
    );
    this.layOut();
    this.lifted = start.lifted.slice();
    this.state = [
      this.lifted,
      ...this.layers.flatMap(({ open, away, here, left }) => [open, away, here, left]),
    ];
    this.begin = this.state.map((array) => array.slice());
    this.kept = new Uint32Array(W);
    this.stop = new Uint32Array(W);
    this.waits = new Waits(problem, facts, this.lifted, this.layers[LAST]!);
    this.payers = new Payers(facts, this.kept, this.stop, (depth, d, y) =>
      this.canLeaveWith(depth, d, y),
    );
    this.shut = new Int16Array(m);
    this.leaver = new Int8Array(n).fill(-1);
    for (const p of this.goal.leavers(start)) this.leaver[p] = 1;
  }

  /** Parts of different stacks are away from each other. */
  private layOut(): void {
    const { n, W, frame } = this.facts;
    const { stack } = this.start;
    for (let p = 0; p < n; p++) {
      setBit(this.layers[stack[p] === stack[frame] ? 0 : 1]!.here, W, 0, p);
      for (let q = 0; q < n; q++) {
        if (stack[p] === stack[q]) continue;
        for (const { away, left } of this.layers) {
          setBit(away, W, p, q);
          setBit(left, W, p, q);
        }
      }
    }
  }

  get calls(): number {
    return this.fixpoints + (this.twin?.calls ?? 0);
  }

  /** What has been worked out so far, kept under a number. */
  keep(level: number): Kept {
    const kept = (this.saved[level] ??= this.state.map((array) => array.slice()));
    for (let i = 0; i < kept.length; i++) kept[i]!.set(this.state[i]!);
    return kept;
  }

  restore(kept: Kept): void {
    this.meter.spend(this.facts.n);
    for (let i = 0; i < kept.length; i++) this.state[i]!.set(kept[i]!);
    for (const layer of this.layers) layer.isStale = true;
  }

  beginAgain(): void {
    this.restore(this.begin);
  }

  /** Joints that every plan opens. */
  get opened(): readonly number[] {
    return this.goal.joints.filter((j) => this.start.open[j] === 0);
  }

  /** Parts that every plan plainly lifts off the frame. */
  get leaving(): readonly number[] {
    const { stack } = this.start;
    return this.goal.leaving.filter((p) => stack[p] === stack[this.facts.frame]);
  }

  /** Whether the goal is out of reach as long as a part stays on the frame. */
  mustLeave(d: number): boolean {
    if (this.leaver[d] === -1) {
      const { frame } = this.facts;
      const isStuck = d !== frame && !this.other.closeAll([d, frame], () => this.other.isReached);
      this.leaver[d] = isStuck ? 1 : 0;
    }
    return this.leaver[d] === 1;
  }

  /** Whether part d can be lifted out of a stack of this depth in a piece of which y is the dearest. */
  private canLeaveWith(depth: number, d: number, y: number): boolean {
    if (depth === LAST) return true;
    const key = (depth * this.facts.n + d) * this.facts.n + y;
    let found = this.together.get(key);
    if (found === undefined) {
      found = this.other.leavesWith(depth, [d, y]);
      this.together.set(key, found);
    }
    return found;
  }

  private leavesWith(depth: number, glue: Glue): boolean {
    const deeper = this.layers[depth + 1]!.here;
    this.guard = { glue, depth };
    const leaves = this.closeAll(glue, () => hasBit(deeper, this.facts.W, 0, glue[0]));
    this.guard = undefined;
    return leaves;
  }

  /** The same machine once more, for questions in the midst of a fixpoint. */
  private get other(): Machine {
    return (this.twin ??= new Machine(this.problem, this.start, this.facts, this.meter));
  }

  private get isReached(): boolean {
    return this.goal.isReached(this.layers[LAST]!);
  }

  /** Goes on from where the machine is; whether the goal is closed. */
  close(allowed: Uint8Array): boolean {
    this.fixpoints += 1;
    this.meter.spend(this.facts.size);
    const glues = this.gluesOf(allowed);
    for (const layer of this.layers) layer.isUntried = true;
    if (glues.length > 0 || this.isGlued) this.layers[0]!.isStale = true;
    this.isGlued = glues.length > 0;
    this.openAll(allowed);
    do {
      if (this.isReached) return true;
    } while (this.liftAll(allowed, glues));
    return false;
  }

  /** Goes on until `isEnough`, whatever is opened and lifted, with two parts that stay together on the frame. */
  private closeAll(glue: Glue, isEnough: () => boolean): boolean {
    const all = new Uint8Array(this.facts.size).fill(1);
    this.restore(this.begin);
    this.fixpoints += 1;
    for (const layer of this.layers) layer.isUntried = layer.isStale = true;
    this.openAll(all);
    do {
      if (isEnough()) return true;
    } while (this.liftAll(all, [glue]));
    return false;
  }

  /** What leaves with what for want of another that pays. */
  private gluesOf(allowed: Uint8Array): readonly Glue[] {
    const { n, W, m } = this.facts;
    const { here } = this.layers[0]!;
    const glues: Glue[] = [];
    for (let d = 0; d < n; d++) {
      if (allowed[m + d] === 1 || !hasBit(here, W, 0, d)) continue;
      const y = this.payers.only(allowed, d);
      if (y !== undefined && this.mustLeave(d)) glues.push([d, y]);
    }
    return glues;
  }

  /** One round of lifts, the shallow ones first, and of what they let be opened; whether that was news. */
  private liftAll(allowed: Uint8Array, glues: readonly Glue[]): boolean {
    if (this.waits.mark()) for (const layer of this.layers) layer.isUntried = true;
    for (let depth = 0; depth <= LAST; depth++) {
      const layer = this.layers[depth]!;
      if (!layer.isStale && !layer.isUntried) continue;
      layer.isUntried = false;
      if (!this.liftFrom(depth, allowed, depth <= (this.guard?.depth ?? 0) ? glues : [])) continue;
      this.openAll(allowed);
      return true;
    }
    return false;
  }

  private openAll(allowed: Uint8Array): void {
    const { shut, layers } = this;
    const { m, permanent } = this.facts;
    const shallow = layers[0]!.open;
    let left = 0;
    for (let j = 0; j < m; j++) {
      if (shallow[j] === 0 && allowed[j] === 1 && permanent[j] === 0) shut[left++] = j;
    }
    for (let again = true; again;) {
      again = false;
      this.waits.look();
      this.meter.spend(left);
      let still = 0;
      for (let i = 0; i < left; i++) {
        const j = shut[i]!;
        if (this.openOne(j)) again = true;
        if (shallow[j] === 0) shut[still++] = j;
      }
      left = still;
    }
  }

  /** Opens a joint at every depth where it can be reached; whether that is the first of all. */
  private openOne(j: number): boolean {
    const { layers } = this;
    const { W, overJoint, host } = this.facts;
    if (this.waits.holds(j)) return false;
    const isFirst = layers[LAST]!.open[j] === 0;
    for (let depth = LAST; depth >= 0; depth--) {
      const { open, away } = layers[depth]!;
      if (open[j] === 1) continue;
      if (!isWithin(overJoint, j, away, host[j]!, W)) return isFirst && depth < LAST;
      open[j] = 1;
      layers[depth]!.isStale = true;
    }
    return isFirst;
  }

  /** All lifts out of stacks of one depth; whether that was news. */
  private liftFrom(depth: number, allowed: Uint8Array, glues: readonly Glue[]): boolean {
    const layer = this.layers[depth]!;
    const { n, topFirst } = this.facts;
    if (layer.here.every((word) => word === 0)) return false;
    layer.refresh(glues);
    this.meter.spend(n);
    const { stop, waits } = this;
    for (let w = 0; w < stop.length; w++) stop[w] = waits.barred[w]! | ~layer.here[w]!;
    const [d, y] = depth === this.guard?.depth ? this.guard.glue : [];
    if (d !== undefined && layer.isOutweighed(this.problem.model, d, y!)) {
      setBit(stop, stop.length, 0, d);
    }
    let grew = false;
    for (let i = 0; i < n; i++) {
      const c = layer.root[topFirst[i]!]!;
      if (topFirst[i] !== c) continue;
      if (this.tryLift(depth, c, allowed)) grew = true;
    }
    return grew;
  }

  private tryLift(depth: number, c: number, allowed: Uint8Array): boolean {
    const layer = this.layers[depth]!;
    const { kept, stop } = this;
    const { W } = this.facts;
    if (!layer.isLiftable(c)) return false;
    const isNew = this.isNew(depth, c);
    if (!layer.isNews(c, layer.held, c * W, isNew)) return false;
    kept.fill(0);
    const canRise = layer.rise(c, kept, stop);
    if (canRise && !layer.isNews(c, kept, 0, isNew)) return false;
    if (canRise && this.payers.takes(allowed, layer)) return this.lift(depth, c);
    // What has to take this component along cannot be lifted either.
    for (let w = 0; w < W; w++) stop[w]! |= layer.held[c * W + w]!;
    return false;
  }

  /** Whether a component was never lifted out of a stack of this depth. */
  private isNew(depth: number, c: number): boolean {
    return depth < LAST && !hasBit(this.layers[depth + 1]!.here, this.facts.W, 0, c);
  }

  /** Component c is lifted, and all of its depth that is not in `kept` stays; whether that was news. */
  private lift(depth: number, c: number): boolean {
    const { kept, layers } = this;
    const { W } = this.facts;
    const { from, word, mask } = this.facts.heeds;
    const { here, left, held } = layers[depth]!;
    if (!layers[depth]!.isNews(c, kept, 0, this.isNew(depth, c))) return false;
    const deeper = deeperThan(depth);
    for (let v = 0; v < W; v++) {
      layers[deeper]!.here[v]! |= held[c * W + v]!;
      for (let bits = held[c * W + v]!; bits !== 0; bits &= bits - 1) {
        const p = v * 32 + 31 - Math.clz32(bits & -bits);
        this.lifted[p] = 1;
        for (let i = from[p]!; i < from[p + 1]!; i++) {
          const w = word[i]!;
          const those = mask[i]! & here[w]! & ~kept[w]! & ~left[p * W + w]!;
          if (those !== 0) this.takeFrom(depth, p, w, those);
        }
        for (let w = 0; w < W; w++) {
          const news = here[w]! & ~kept[w]! & ~left[p * W + w]!;
          left[p * W + w]! |= news;
          for (let k = deeper; k <= LAST; k++) layers[k]!.away[p * W + w]! |= news;
        }
      }
    }
    for (let k = depth; k <= LAST; k++) layers[k]!.isUntried = true;
    return true;
  }

  /** Part p is away from these (bits of a word), which stay at their depth. */
  private takeFrom(depth: number, p: number, w: number, those: number): void {
    const { layers } = this;
    const { W } = this.facts;
    const bit = 1 << (p & 31);
    for (let bits = those; bits !== 0; bits &= bits - 1) {
      const q = w * 32 + 31 - Math.clz32(bits & -bits);
      for (let k = depth; k <= LAST; k++) layers[k]!.away[q * W + (p >> 5)]! |= bit;
    }
  }
}
