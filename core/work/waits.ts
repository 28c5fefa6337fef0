import type { Cut, Precedence, Problem } from "../rules/index.ts";
import type { Facts } from "./facts.ts";
import type { Layer } from "./layer.ts";
import { hasBit, setBit } from "./rows.ts";

/** What has to wait in the relaxed machine: for the power to be off, and for what comes first by an order. */
export class Waits {
  /** Parts that no lift may take yet, one row. */
  readonly barred: Uint32Array;
  private readonly before: Uint32Array;
  private isDead = false;

  constructor(
    private readonly problem: Problem,
    private readonly facts: Facts,
    private readonly lifted: Uint8Array,
    private readonly last: Layer,
  ) {
    this.barred = new Uint32Array(facts.W);
    this.before = new Uint32Array(facts.W);
  }

  /** Looks anew whether the power is off. */
  look(): void {
    this.isDead = this.problem.model.cuts.every((cut) => this.isCut(cut));
  }

  /** Whether a joint may not be opened yet, whatever lies over it. */
  holds(j: number): boolean {
    const { afterPower, isOrdered } = this.facts;
    if (afterPower[j] === 1 && !this.isDead) return true;
    return isOrdered[j] === 1 && !this.areDone(this.problem.beforeJoint[j]!);
  }

  /** The parts that no lift may take yet, for power or an order; whether they are others than before. */
  mark(): boolean {
    const { barred, before } = this;
    const { n, W, esd, isOrderedPart } = this.facts;
    before.set(barred);
    barred.fill(0);
    setBit(barred, W, 0, this.facts.frame);
    for (let p = 0; p < n; p++) {
      const waits =
        (esd[p] === 1 && !this.isDead) ||
        (isOrderedPart[p] === 1 && !this.areDone(this.problem.beforePart[p]!));
      if (waits) barred[p >> 5]! |= 1 << (p & 31);
    }
    for (let w = 0; w < W; w++) if (barred[w] !== before[w]) return true;
    return false;
  }

  private isDone({ first }: Precedence): boolean {
    return first.joint === undefined
      ? this.lifted[first.part!] === 1
      : this.last.open[first.joint] === 1;
  }

  private areDone(orders: readonly Precedence[]): boolean {
    for (let i = 0; i < orders.length; i++) if (!this.isDone(orders[i]!)) return false;
    return true;
  }

  private isCut({ joint, battery, partedFrom }: Cut): boolean {
    const { open, away } = this.last;
    if (open[joint] === 0) return false;
    if (battery === undefined) return true;
    if (partedFrom.length === 0) return this.lifted[battery] === 1;
    return partedFrom.every((p) => hasBit(away, this.facts.W, battery, p));
  }
}
