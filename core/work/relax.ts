import type { Problem, State } from "../rules/index.ts";
import { Meter } from "../base/meter.ts";
import { type Facts, factsOf } from "./facts.ts";
import { Machine } from "./machine.ts";

/**
 * The relaxed machine of a problem, asked with sets of *elements*. A plan has the element of each joint
 * that it opens, and one for each part that *pays* for a lift (see `Machine`). A plan's work is
 * never below the cost of its elements, and the goal can always be closed with them: so when it cannot be
 * closed without some elements, every plan has one of these.
 */
export interface Relaxation {
  /** Elements in all: joints, then for each depth of stack the parts. */
  readonly size: number;
  /** Minutes of each element. */
  readonly cost: Float64Array;
  /** Elements that some plan may have: not those of permanent joints, nor of lifts of the frame. */
  readonly usable: readonly number[];
  /**
   * Elements that every plan plainly has: of the joints that are to be opened or that tie a target's unit to the
   * rest, and of the parts that must leave the frame and can lie in no piece but their own.
   */
  readonly plain: readonly number[];
  /** Whether the goal can be closed with just these elements. Monotone. */
  reaches(allowed: Uint8Array): boolean;
  /**
   * Those of these elements without which the goal cannot be closed, with all other usable ones; some of
   * them when the meter is over before.
   */
  forced(asked: readonly number[]): readonly number[];
  /**
   * Adds elements of `order`, as many as can be, to a set with which the goal cannot be closed, so
   * that it still cannot: what is left out is then a least set of which every plan has one. False, and
   * nothing added, when the goal can be closed. When the meter is over before, more is left out than must be.
   */
  grow(allowed: Uint8Array, order: readonly number[]): boolean;
  /**
   * Takes elements of `order`, the first ones first, out of a set with which the goal can be closed, as long as it can.
   * When the meter is over before, more is left in than must be.
   */
  spare(allowed: Uint8Array, order: readonly number[]): void;
  /** Whether the goal is out of reach as long as a part stays on the frame. */
  mustLeave(part: number): boolean;
  /** Fixpoints worked out so far. */
  readonly calls: number;
}

export function relaxationOf(
  problem: Problem,
  start: State,
  meter = new Meter(Infinity),
): Relaxation {
  return new MachineQuestions(problem, start, factsOf(problem, start), meter);
}

class MachineQuestions implements Relaxation {
  readonly size: number;
  readonly cost: Float64Array;
  readonly usable: readonly number[];
  private readonly machine: Machine;

  constructor(
    problem: Problem,
    start: State,
    private readonly facts: Facts,
    private readonly meter: Meter,
  ) {
    this.machine = new Machine(problem, start, facts, meter);
    this.size = facts.size;
    this.cost = facts.cost;
    this.usable = facts.usable;
  }

  get calls(): number {
    return this.machine.calls;
  }

  get plain(): readonly number[] {
    const { m, links } = this.facts;
    const paying = this.machine.leaving.filter((p) => links.isAlone(p));
    return [...new Set([...this.machine.opened, ...paying.map((p) => m + p)])];
  }

  mustLeave(part: number): boolean {
    return this.machine.mustLeave(part);
  }

  reaches(allowed: Uint8Array): boolean {
    this.machine.beginAgain();
    return this.machine.close(allowed);
  }

  forced(asked: readonly number[]): readonly number[] {
    const allowed = new Uint8Array(this.facts.size);
    for (const e of this.usable) allowed[e] = 1;
    for (const e of asked) allowed[e] = 0;
    this.machine.beginAgain();
    const found: number[] = [];
    // All but those from..to−1 are allowed, and that is as far as the machine has come.
    const narrow = (from: number, to: number, level: number): void => {
      if (this.meter.isOver || this.machine.close(allowed)) return;
      if (to - from === 1) {
        found.push(asked[from]!);
        return;
      }
      const here = this.machine.keep(level);
      const middle = (from + to) >> 1;
      for (const [a, b] of [
        [from, middle],
        [middle, to],
      ] as const) {
        for (let i = from; i < to; i++) allowed[asked[i]!] = i < a || i >= b ? 1 : 0;
        narrow(a, b, level + 1);
        for (let i = from; i < to; i++) allowed[asked[i]!] = 0;
        this.machine.restore(here);
      }
    };
    if (asked.length > 0) narrow(0, asked.length, 0);
    return found;
  }

  spare(allowed: Uint8Array, order: readonly number[]): void {
    const set = (from: number, to: number, is: 0 | 1): void => {
      for (let i = from; i < to; i++) allowed[order[i]!] = is;
    };
    // Those from..to−1 are out, and the machine has come no further than all others take it.
    const drop = (from: number, to: number, level: number): void => {
      if (this.meter.isOver) return set(from, to, 1);
      if (this.machine.close(allowed)) return;
      if (to - from === 1) return set(from, to, 1);
      const here = this.machine.keep(level);
      const middle = (from + to) >> 1;
      set(middle, to, 1);
      drop(from, middle, level + 1);
      this.machine.restore(here);
      set(middle, to, 0);
      drop(middle, to, level + 1);
    };
    if (order.length === 0) return;
    set(0, order.length, 0);
    this.machine.beginAgain();
    drop(0, order.length, 0);
  }

  grow(allowed: Uint8Array, order: readonly number[]): boolean {
    this.machine.beginAgain();
    if (this.machine.close(allowed)) return false;
    const wanted = order.filter((e) => allowed[e] === 0);
    const add = (from: number, to: number): void => {
      if (this.meter.isOver) return;
      const here = this.machine.keep(0);
      for (let i = from; i < to; i++) allowed[wanted[i]!] = 1;
      if (!this.machine.close(allowed)) return;
      for (let i = from; i < to; i++) allowed[wanted[i]!] = 0;
      this.machine.restore(here);
      if (to - from === 1) return;
      const middle = (from + to) >> 1;
      add(from, middle);
      add(middle, to);
    };
    if (wanted.length > 0) add(0, wanted.length);
    return true;
  }
}
