import type { Remote } from "comlink";
import { useMemo } from "react";
import type { Guide, HandWays } from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import type { ChoiceOfHand } from "../../core/plan/index.ts";
import type { BothWays, ChoiceQuestion, PlanQuestion, PlanWorker } from "../workers/plan-worker.ts";
import { type Asked, useLastAnswer, useWorker } from "../workers/use-worker.ts";

const make = () =>
  new Worker(new URL("../workers/plan-worker.ts", import.meta.url), { type: "module" });
const ask = (api: Remote<PlanWorker>, question: PlanQuestion) => api.bothWays(question);

const isFinished = ({ short, book }: BothWays): boolean =>
  [short, book].every((plan) =>
    plan.ok ? plan.value.finished : plan.error.type !== "not-finished",
  );

/**
 * The plans of a job, both ways, made in a worker: the first answer as soon as it is there, then the finished one. What is
 * kept of a job is the finished one alone.
 */
export function usePlans(
  guide: Guide,
  job: Job,
): { readonly asked: Asked<BothWays>; readonly isSharpening: boolean } {
  const question = useMemo(
    () => (job.for.length === 0 ? undefined : { guide, job, answer: "first" as const }),
    [guide, job],
  );
  const first = useWorker(make, ask, question);
  const isOpen = first.state === "done" && !isFinished(first.value);
  const longer = useMemo(
    () => (isOpen && question ? { ...question, answer: "finished" as const } : undefined),
    [isOpen, question],
  );
  const finished = useWorker(make, ask, longer);
  return {
    asked: isOpen && finished.state === "done" ? finished : first,
    isSharpening: isOpen && finished.state === "working",
  };
}

const askChoices = (api: Remote<PlanWorker>, question: ChoiceQuestion) => api.choices(question);

/** The choices of the hand that a job meets, each way with its minutes; undefined: not known yet. */
export function useChoices(
  guide: Guide,
  job: Job,
  ways: HandWays,
): readonly ChoiceOfHand[] | undefined {
  const question = useMemo(
    () => (job.for.length === 0 || !guide.hands ? undefined : { guide, job, ways }),
    [guide, job, ways],
  );
  const asked = useWorker(make, askChoices, question);
  return useLastAnswer(asked);
}
