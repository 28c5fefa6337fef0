import type { Guide } from "../guide/index.ts";
import { type Plan, planJob } from "../plan/index.ts";
import type { Job } from "../rules/index.ts";
import type { Minutes } from "./front.ts";

/** Minutes of a plan at the bench, handling included. */
export const minutesOfPlan = ({ work, handling }: Pick<Plan, "work" | "handling">): number =>
  work + handling.minutes;

/** The planner's minutes for exactly a choice: what the job replaces, and what else comes new with it. */
export const minutesOn =
  (guide: Guide, job: Pick<Job, "for" | "again" | "mode">): Minutes =>
  (brings) => {
    const fresh = brings.filter((id) => !job.for.includes(id) && Object.hasOwn(guide.parts, id));
    const plan = planJob(guide, { ...job, new: fresh });
    return plan.ok ? minutesOfPlan(plan.value) : 0;
  };
