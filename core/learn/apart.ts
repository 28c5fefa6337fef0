import type { Guide } from "../guide/index.ts";
import { planJob } from "../plan/index.ts";
import { isUsualKind } from "./jobs.ts";

/** A usual job that takes other minutes on two machines, or that only one of them has. Minutes, to a ten-thousandth. */
export interface JobApart {
  readonly part: string;
  readonly before: number | undefined;
  readonly after: number | undefined;
  /** Whether both are shown to be the least. */
  readonly proven: boolean;
}

const tidy = (minutes: number): number => Math.round(minutes * 1e4) / 1e4;

/** What two guides change for the usual jobs: what one takes on each, by part. */
export function jobsApart(from: Guide, to: Guide): readonly JobApart[] {
  const planned = (guide: Guide, part: string) => {
    const plan = Object.hasOwn(guide.parts, part) ? planJob(guide, { for: [part] }) : undefined;
    const minutes = plan?.ok ? tidy(plan.value.work + plan.value.handling.minutes) : undefined;
    return { minutes, proven: !plan?.ok || plan.value.proven };
  };
  const parts = [...new Set([...Object.keys(from.parts), ...Object.keys(to.parts)])];
  return parts
    .filter((id) => isUsualKind((to.parts[id] ?? from.parts[id]!).kind))
    .map((part) => {
      const [before, after] = [planned(from, part), planned(to, part)];
      const proven = before.proven && after.proven;
      return { part, before: before.minutes, after: after.minutes, proven };
    })
    .filter(({ before, after }) => before !== after);
}
