import type { Remote } from "comlink";
import { useMemo } from "react";
import type { Guide } from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import type { BothWays, PlanQuestion, PlanWorker } from "../workers/plan-worker.ts";
import { useWorker, type Asked } from "../workers/use-worker.ts";

const make = () =>
  new Worker(new URL("../workers/plan-worker.ts", import.meta.url), { type: "module" });
const ask = (api: Remote<PlanWorker>, question: PlanQuestion) => api.bothWays(question);

/** The plans of a job, both ways, made in a worker. */
export function usePlans(guide: Guide, job: Job): Asked<BothWays> {
  const question = useMemo(() => (job.for.length === 0 ? undefined : { guide, job }), [guide, job]);
  return useWorker(make, ask, question);
}
