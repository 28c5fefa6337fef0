import type { Guide } from "../guide/index.ts";
import { aboveLeast, type Plan, planToDo } from "../plan/index.ts";
import type { Job } from "../rules/index.ts";
import type { Labour } from "./front.ts";

/** What a plan takes at the bench, handling included. */
export const labourOf = (plan: Pick<Plan, "work" | "bound" | "proven" | "handling">): Labour => ({
  minutes: plan.work + plan.handling.minutes,
  above: aboveLeast(plan),
});

/** More minutes than these at the bench nobody allows in one quote. */
export const MOST_MINUTES = 1_000;

/** Minutes that a person allows, where the way is not known: the same whatever comes new. */
export const labourSaid = (minutes: number): Labour => ({ minutes, above: 0 });

/**
 * The planner's minutes for exactly a choice: what the job replaces, and what else comes new with it. `said`: what a
 * person allows in their place.
 */
export const labourOn =
  (guide: Guide, job: Pick<Job, "for" | "again" | "mode">, under?: number, said?: number) =>
  (brings: readonly string[]): Labour => {
    if (said !== undefined) return labourSaid(said);
    const fresh = brings.filter((id) => !job.for.includes(id) && Object.hasOwn(guide.parts, id));
    const plan = planToDo(guide, { ...job, new: fresh }, { under });
    return plan.ok ? labourOf(plan.value) : { minutes: 0, above: 0 };
  };
