import type { Remote } from "comlink";
import { useMemo } from "react";
import type { Guide } from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import type { BothWays, PlanQuestion, PlanWorker } from "../workers/plan-worker.ts";
import { useWorker, type Asked } from "../workers/use-worker.ts";

const make = () =>
  new Worker(new URL("../workers/plan-worker.ts", import.meta.url), { type: "module" });
const ask = (api: Remote<PlanWorker>, question: PlanQuestion) => api.bothWays(question);

const isProven = ({ short, book }: BothWays): boolean =>
  [short, book].every((plan) => !plan.ok || plan.value.proven);

/**
 * The plans of a job, both ways, made in a worker: what is known at once, and where that is not proven
 * yet, what comes of sharpening it.
 */
export function usePlans(
  guide: Guide,
  job: Job,
): { readonly asked: Asked<BothWays>; readonly isSharpening: boolean } {
  const question = useMemo(
    () => (job.for.length === 0 ? undefined : { guide, job, isSharpening: false }),
    [guide, job],
  );
  const quick = useWorker(make, ask, question);
  const isOpen = quick.state === "done" && !isProven(quick.value);
  const longer = useMemo(
    () => (isOpen && question ? { ...question, isSharpening: true } : undefined),
    [isOpen, question],
  );
  const sharp = useWorker(make, ask, longer);
  return {
    asked: isOpen && sharp.state === "done" ? sharp : quick,
    isSharpening: isOpen && sharp.state === "working",
  };
}
