import type { Problem, State } from "../rules/index.ts";
import type { Facts } from "./facts.ts";
import type { Layer } from "./layer.ts";
import { hasBit, isWithin, rowsOf } from "./rows.ts";

interface Unit {
  readonly parts: readonly number[];
  /** Joints that tie it to what neither belongs to it nor comes new. */
  readonly joints: readonly number[];
  /** One row: what must be away from its parts. */
  readonly out: Uint32Array;
}

/** A job's goal, asked of the relaxed machine. */
export class RelaxedGoal {
  private readonly units: readonly Unit[];

  constructor(
    private readonly problem: Problem,
    private readonly facts: Facts,
  ) {
    const { model, goal } = problem;
    this.units = goal.units.map(({ parts }) => ({
      parts: [...parts],
      joints: [...new Set([...parts].flatMap((p) => model.jointsOfPart[p]!))].filter(
        (j) => !model.permanent[j] && model.joins[j]!.some((p) => this.isOutside(p, parts)),
      ),
      out: rowsOf([[...model.partIds.keys()].filter((p) => this.isOutside(p, parts))], facts.W),
    }));
  }

  /** Joints that every plan opens. */
  get joints(): readonly number[] {
    return [...this.problem.goal.openJoints, ...this.units.flatMap(({ joints }) => joints)];
  }

  /** Parts that every plan lifts off the frame, if they are on it. */
  get leaving(): readonly number[] {
    const { model, goal } = this.problem;
    return goal.units.flatMap(({ parts }) => {
      if (parts.has(model.frame)) {
        return [...model.partIds.keys()].filter((p) => this.isOutside(p, parts));
      }
      return goal.fresh.has(model.frame) ? [] : [...parts];
    });
  }

  /**
   * Parts that leave the frame in every plan, and need not be asked about: those above, and whatever is over
   * one of these and lies with it, as no lift takes a part and leaves behind what is over it.
   */
  leavers({ stack }: State): ReadonlySet<number> {
    const { model } = this.problem;
    const isOnFrame = (p: number): boolean => stack[p] === stack[model.frame] && p !== model.frame;
    const found = new Set(this.leaving.filter(isOnFrame));
    for (const d of found) for (const x of model.overPart[d]!) if (isOnFrame(x)) found.add(x);
    return found;
  }

  /** Whether it is closed, as the deepest layer sees the machine. */
  isReached({ open, away }: Layer): boolean {
    const { goal } = this.problem;
    const { W, overJoint, overPart, host } = this.facts;
    return (
      goal.openJoints.every((j) => open[j] === 1) &&
      goal.reachJoints.every((j) => isWithin(overJoint, j, away, host[j]!, W)) &&
      goal.reachParts.every((p) => isWithin(overPart, p, away, p, W)) &&
      this.units.every(
        ({ parts, joints, out }) =>
          joints.every((j) => open[j] === 1) && parts.every((p) => isWithin(out, 0, away, p, W)),
      ) &&
      (goal.fresh.size === 0 ||
        goal.units.every(({ parts }) => this.isFreshPlaced(parts, open, away)))
    );
  }

  private isOutside(p: number, unit: ReadonlySet<number>): boolean {
    return !unit.has(p) && !this.problem.goal.fresh.has(p);
  }

  /** Whether each new part can be with a unit and away from the rest, or away from the unit. */
  private isFreshPlaced(unit: ReadonlySet<number>, open: Uint8Array, away: Uint32Array): boolean {
    const { model, goal } = this.problem;
    for (const q of goal.fresh) {
      if (unit.has(q)) continue;
      const joints = model.jointsOfPart[q]!.filter((j) => !open[j] && !model.permanent[j]);
      const leaves =
        [...unit].every((u) => hasBit(away, this.facts.W, u, q)) &&
        !joints.some((j) => model.joins[j]!.some((p) => unit.has(p)));
      const stays = !joints.some((j) => model.joins[j]!.some((p) => this.isOutside(p, unit)));
      if (!leaves && !stays) return false;
    }
    return true;
  }
}
