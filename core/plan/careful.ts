import type { Meter } from "../base/meter.ts";
import { ok, type Result } from "../base/result.ts";
import type { Guide } from "../guide/index.ts";
import type { Job, JobError } from "../rules/index.ts";
import { type Plan, waysOf } from "./plan.ts";
import type { SavedState } from "./saved-state.ts";

/** Dearer by less than so many minutes, the careful way is taken by itself; a shop may say otherwise. */
export const CAREFUL_UNDER = 2;

/** Whether the bench takes the careful way by itself: it is dearer by less than so many minutes. */
export const isCarefulTaken = (
  { careful }: Pick<Plan, "careful">,
  under: number = CAREFUL_UNDER,
): boolean => careful !== undefined && careful.minutes < under;

/** The plan that a job is done by: the least work, or the careful way where that is hardly dearer. */
export function planToDo(
  guide: Guide,
  job: Job,
  {
    from,
    under,
    meter,
  }: {
    readonly from?: SavedState | undefined;
    /** Minutes. */
    readonly under?: number | undefined;
    readonly meter?: Meter;
  } = {},
): Result<Plan, JobError> {
  const ways = waysOf(guide, job, from, meter);
  if (!ways.ok) return ways;
  const { least, careful } = ways.value;
  return ok(careful && isCarefulTaken(least, under) ? careful : least);
}
