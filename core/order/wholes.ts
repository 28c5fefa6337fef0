import { groupOf, liftWork, type Model, type Move, type State } from "../rules/index.ts";
import { has, type Moves } from "./handling-bound.ts";

/**
 * The releases inside a lifted group, which may come before its lift as well as after it, as long as
 * the group stays one and its pieces cost no more. Where all of them together do no harm none is asked
 * about; where they do, each is asked with those that are done.
 */
export class Wholes {
  /** By move, the lifts that it could harm. */
  readonly contested: readonly (readonly number[])[];

  constructor(
    private readonly model: Model,
    private readonly start: State,
    private readonly plan: readonly Move[],
    /** By move, the moves that come before it in every order. */
    private readonly before: readonly Moves[],
    /** By lift, what its pieces cost in the plan. */
    private readonly work: readonly number[],
  ) {
    const contested: number[][] = plan.map(() => []);
    for (const [k, lift] of plan.entries()) {
      if (lift.do !== "lift") continue;
      const inside = new Set(lift.parts);
      const free = plan.flatMap((move, i) =>
        move.do === "release" &&
        !has(before[k]!, i) &&
        !has(before[i]!, k) &&
        model.joins[move.joint]!.every((p) => inside.has(p))
          ? [i]
          : [],
      );
      if (this.isWhole(k, free)) continue;
      for (const i of free) contested[i]!.push(k);
    }
    this.contested = contested;
  }

  /** Whether a release leaves every group whole that is still to be lifted. */
  isHarmless(done: Moves, i: number): boolean {
    return this.contested[i]!.every((k) => has(done, k) || this.isWhole(k, [i], done));
  }

  /** Whether some lift that it could harm is still to come. */
  isContested(done: Moves, i: number): boolean {
    return this.contested[i]!.some((k) => !has(done, k));
  }

  private isWhole(k: number, early: readonly number[], done?: Moves): boolean {
    const lift = this.plan[k]!;
    if (lift.do !== "lift") throw new Error(`handling: move ${k} is no lift`);
    const open = this.start.open.slice();
    for (const [i, move] of this.plan.entries()) {
      if (move.do !== "release") continue;
      if (has(this.before[k]!, i) || early.includes(i) || (done && has(done, i))) {
        open[move.joint] = 1;
      }
    }
    const state = { ...this.start, open };
    const { parts } = lift;
    return (
      groupOf(this.model, state, parts[0]!).filter((p) => parts.includes(p)).length ===
        parts.length && liftWork(this.model, state, parts) <= this.work[k]! + 1e-9
    );
  }
}
