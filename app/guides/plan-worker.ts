import type { Result } from "../../core/base/result.ts";
import type { Guide } from "../../core/guide/index.ts";
import { type Plan, planJob } from "../../core/plan/index.ts";
import type { Job, JobError } from "../../core/rules/index.ts";

export interface PlanQuestion {
  readonly ask: number;
  readonly guide: Guide;
  readonly job: Job;
}
export interface PlanAnswer {
  readonly ask: number;
  readonly short: Result<Plan, JobError>;
  readonly book: Result<Plan, JobError>;
  readonly ms: number;
}

/** Plans a job both ways, off the page's own thread: the same code as on the server. */
self.onmessage = ({ data: { ask, guide, job } }: MessageEvent<PlanQuestion>) => {
  const start = performance.now();
  const short = planJob(guide, { ...job, mode: "short" });
  const book = planJob(guide, { ...job, mode: "book" });
  const answer: PlanAnswer = { ask, short, book, ms: performance.now() - start };
  self.postMessage(answer);
};
