import type { Guide } from "../guide/index.ts";
import { aboveLeast, type Plan, planToDo } from "../plan/index.ts";
import type { Job } from "../rules/index.ts";
import type { Labour } from "./front.ts";

/** What a plan takes at the bench, handling included. */
export const labourOf = (plan: Pick<Plan, "work" | "bound" | "proven" | "handling">): Labour => ({
  minutes: plan.work + plan.handling.minutes,
  above: aboveLeast(plan),
});

/** The planner's minutes for exactly a choice: what the job replaces, and what else comes new with it. */
export const labourOn =
  (guide: Guide, job: Pick<Job, "for" | "again" | "mode">, under?: number) =>
  (brings: readonly string[]): Labour => {
    const fresh = brings.filter((id) => !job.for.includes(id) && Object.hasOwn(guide.parts, id));
    const plan = planToDo(guide, { ...job, new: fresh }, { under });
    return plan.ok ? labourOf(plan.value) : { minutes: 0, above: 0 };
  };
