import type { Guide } from "../guide/index.ts";
import { planJob } from "../plan/index.ts";
import { KEY_BUDGET } from "../work/index.ts";
import { isUsualKind } from "./jobs.ts";

/** A usual job that takes other minutes on two machines, or that only one of them has. Minutes, to a ten-thousandth. */
export interface JobApart {
  readonly part: string;
  readonly before: number | undefined;
  readonly after: number | undefined;
}

const tidy = (minutes: number): number => Math.round(minutes * 1e4) / 1e4;

/** What two guides change for the usual jobs: what one takes on each, by part. */
export function jobsApart(from: Guide, to: Guide): readonly JobApart[] {
  const minutes = (guide: Guide, part: string): number | undefined => {
    if (!Object.hasOwn(guide.parts, part)) return undefined;
    const plan = planJob(guide, { for: [part] }, undefined, KEY_BUDGET);
    return plan.ok ? tidy(plan.value.work + plan.value.handling.minutes) : undefined;
  };
  const parts = [...new Set([...Object.keys(from.parts), ...Object.keys(to.parts)])];
  return parts
    .filter((id) => isUsualKind((to.parts[id] ?? from.parts[id]!).kind))
    .map((part) => ({ part, before: minutes(from, part), after: minutes(to, part) }))
    .filter(({ before, after }) => before !== after);
}
