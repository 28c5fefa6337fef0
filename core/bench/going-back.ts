import { planJob } from "../plan/plan.ts";
import { machineOf } from "./route.ts";
import type { BenchState, Machinery } from "./fold.ts";
import { checksOf } from "./checks.ts";

/** A joint that may have been missed, and what it costs to get back to it from here. */
export interface Rework {
  readonly joint: string;
  /** Least minutes, off and on again; 0 where it can be reached as it is. */
  readonly minutes: number;
  /** Parts that come off again. */
  readonly off: readonly string[];
}

/** For a function that fails: the joints opened in this job that it hangs on, cheapest first. */
export function reworkChoices(
  { guide, model }: Machinery,
  state: BenchState,
  what: string,
): readonly Rework[] {
  const check = checksOf({ guide, model }, state).find((one) => one.what === what);
  const from = machineOf(model, state.machine);
  return (check?.because ?? [])
    .flatMap((joint) => {
      const plan = planJob(guide, { for: [], reach: [joint] }, from);
      if (!plan.ok) return [];
      const { work, handling, down } = plan.value;
      const off = down.flatMap((step) => (step.do === "lift" ? step.parts : []));
      return [{ joint, minutes: Math.round((work + handling.minutes) * 100) / 100, off }];
    })
    .sort((a, b) => a.minutes - b.minutes || a.joint.localeCompare(b.joint));
}
