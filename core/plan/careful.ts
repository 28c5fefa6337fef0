import type { Meter } from "../base/meter.ts";
import { ok, type Result } from "../base/result.ts";
import type { Guide } from "../guide/index.ts";
import type { Job, JobError } from "../rules/index.ts";
import { type Plan, waysOf } from "./plan.ts";
import type { SavedState } from "./saved-state.ts";

/** Up to so many minutes more the power is taken off first, where the least work would leave it on. */
const CAREFUL_UNDER = 2;

/** Whether the bench takes the careful way by itself: it is hardly dearer. */
export const isCarefulTaken = ({ careful }: Pick<Plan, "careful">): boolean =>
  careful !== undefined && careful.minutes < CAREFUL_UNDER;

/** The plan that a job is done by: the least work, or the careful way where that is hardly dearer. */
export function planToDo(
  guide: Guide,
  job: Job,
  from?: SavedState,
  meter?: Meter,
): Result<Plan, JobError> {
  const ways = waysOf(guide, job, from, meter);
  if (!ways.ok) return ways;
  const { least, careful } = ways.value;
  return ok(careful && isCarefulTaken(least) ? careful : least);
}
