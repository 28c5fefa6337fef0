import { planJob, savedState } from "../plan/index.ts";
import type { Model } from "../rules/index.ts";
import { checksOf } from "./checks.ts";
import type { BenchState } from "./state.ts";

/** A joint that may have been missed, and what it costs to get back to it from here. */
export interface Rework {
  readonly joint: string;
  /** Least minutes, power off, to open it and make it again, and all that is on the way. */
  readonly minutes: number;
  /** Parts that come off again. */
  readonly off: readonly string[];
}

/**
 * For a function that fails: the joints that it hangs on and that were opened in this job, cheapest first, then
 * those whose parts were only moved. Going back to a joint is to open it and make it again, so the power comes off first.
 */
export function reworkChoices(model: Model, state: BenchState, what: string): readonly Rework[] {
  const { guide } = model;
  const check = checksOf(model, state).find((one) => one.what === what);
  const from = savedState(model, state.machine);
  const wasMoved = (id: string): number => Number(check?.moved.includes(id) ?? false);
  const joints = check ? [...check.because, ...check.moved] : [];
  return joints
    .filter((id) => !model.permanent[model.jointOf.get(id)!])
    .flatMap((joint) => {
      const plan = planJob(guide, { for: [], open: [joint] }, from);
      if (!plan.ok) return [];
      const { work, handling, down } = plan.value;
      const off = down.flatMap((step) => (step.do === "lift" ? step.parts : []));
      return [{ joint, minutes: Math.round((work + handling.minutes) * 100) / 100, off }];
    })
    .sort(
      (a, b) =>
        wasMoved(a.joint) - wasMoved(b.joint) ||
        a.minutes - b.minutes ||
        a.joint.localeCompare(b.joint),
    );
}
