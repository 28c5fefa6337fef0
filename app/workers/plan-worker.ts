import { expose } from "comlink";
import type { Result } from "../../core/base/result.ts";
import type { Guide } from "../../core/guide/index.ts";
import { type Plan, planJob } from "../../core/plan/index.ts";
import type { Job, JobError } from "../../core/rules/index.ts";
import { KEY_BUDGET, SHARPENING_BUDGET } from "../../core/work/index.ts";

export interface PlanQuestion {
  readonly guide: Guide;
  readonly job: Job;
  /** Whether there is time to prove what is not proven at once. */
  readonly isSharpening: boolean;
}
export interface BothWays {
  readonly short: Result<Plan, JobError>;
  readonly book: Result<Plan, JobError>;
  readonly ms: number;
}

/** Plans a job both ways, off the page's own thread: the same code as on the server. */
const work = {
  bothWays({ guide, job, isSharpening }: PlanQuestion): BothWays {
    const start = performance.now();
    const budget = isSharpening ? SHARPENING_BUDGET : KEY_BUDGET;
    const short = planJob(guide, { ...job, mode: "short" }, undefined, budget);
    const book = planJob(guide, { ...job, mode: "book" }, undefined, budget);
    return { short, book, ms: performance.now() - start };
  },
};
export type PlanWorker = typeof work;

expose(work);
