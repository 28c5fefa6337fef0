import { expose } from "comlink";
import { Meter } from "../../core/base/meter.ts";
import type { Result } from "../../core/base/result.ts";
import type { Guide, HandWays } from "../../core/guide/index.ts";
import { type ChoiceOfHand, choicesOfHand, type Plan, planJob } from "../../core/plan/index.ts";
import type { Job, JobError } from "../../core/rules/index.ts";
import { FIRST, WHOLE } from "../../core/work/index.ts";

export interface PlanQuestion {
  readonly guide: Guide;
  readonly job: Job;
  /** The first answer, to be shown until the finished one is there; or that one. */
  readonly answer: "first" | "finished";
}
export interface ChoiceQuestion {
  readonly guide: Guide;
  readonly job: Job;
  readonly ways: HandWays;
}
export interface BothWays {
  readonly short: Result<Plan, JobError>;
  readonly book: Result<Plan, JobError>;
  readonly ms: number;
}

/** Plans a job both ways, off the page's own thread: the same code as on the server, and the same answer. */
const work = {
  bothWays({ guide, job, answer }: PlanQuestion): BothWays {
    const start = performance.now();
    const plan = (mode: "short" | "book") =>
      planJob(guide, { ...job, mode }, undefined, new Meter(answer === "first" ? FIRST : WHOLE));
    const [short, book] = [plan("short"), plan("book")];
    return { short, book, ms: performance.now() - start };
  },
  choices: ({ guide, job, ways }: ChoiceQuestion): readonly ChoiceOfHand[] =>
    choicesOfHand(guide, job, ways),
};
export type PlanWorker = typeof work;

expose(work);
