import type { Result } from "../../core/base/result.ts";
import {
  type Days,
  daysOf,
  earliestDay,
  type Question,
  type WorkLeft,
} from "../../core/days/index.ts";
import { guideErrors } from "../../core/check/index.ts";
import type { Finding, Guide } from "../../core/guide/index.ts";
import { type Plan, planJob, type SavedState } from "../../core/plan/index.ts";
import type { Job, JobError } from "../../core/rules/index.ts";
import { type Known, knownOf, type Tallies, tallyOf } from "../../core/learn/index.ts";
import { SHARPENING_BUDGET } from "../../core/work/index.ts";

/** A job to be planned on a machine that is closed, or as it lies on the bench now. */
export interface PlanTask {
  readonly guide: Guide;
  readonly job: Job;
  readonly from?: SavedState;
  /** Whether nobody waits, so that there is time to prove it. */
  readonly isSharpening?: boolean;
}

/** What a worker of the pool runs: the core's planner, the check of a guide, and simulated shops; nothing else. */
export const planTask = ({ guide, job, from, isSharpening }: PlanTask): Result<Plan, JobError> =>
  planJob(guide, job, from, isSharpening === true ? SHARPENING_BUDGET : undefined);

/** What the shop's guides say of claims that nobody has settled. */
export const tallyTask = (guides: readonly Guide[]): Tallies => tallyOf(guides);

export const knownTask = (guide: Guide): Known | undefined => knownOf(guide);

export const checkTask = (file: unknown): readonly Finding[] => guideErrors(file);

export const daysTask = (question: Question): Days => daysOf(question);

export interface EarliestTask {
  readonly question: Question;
  readonly fresh: Omit<WorkLeft, "ticket" | "promised" | "open">;
}

export const earliestTask = ({ question, fresh }: EarliestTask) => earliestDay(question, fresh);
