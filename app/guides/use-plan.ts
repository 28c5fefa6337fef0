import { useEffect, useRef, useState } from "react";
import type { Guide } from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import type { PlanAnswer, PlanQuestion } from "./plan-worker.ts";

export interface Planning {
  readonly answer: PlanAnswer | undefined;
  readonly isBusy: boolean;
}

/** The plans of a job, made in a worker; an answer to an older question is dropped. */
export function usePlan(guide: Guide, job: Job): Planning {
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<PlanAnswer>();
  const [isBusy, setBusy] = useState(false);
  const key = JSON.stringify(job);

  useEffect(() => {
    const made = new Worker(new URL("./plan-worker.ts", import.meta.url), { type: "module" });
    worker.current = made;
    made.onmessage = ({ data }: MessageEvent<PlanAnswer>) => {
      if (data.ask !== asked.current) return;
      setAnswer(data);
      setBusy(false);
    };
    return () => made.terminate();
  }, []);

  useEffect(() => {
    const wanted = JSON.parse(key) as Job;
    asked.current += 1;
    if (wanted.for.length === 0) {
      setAnswer(undefined);
      setBusy(false);
      return;
    }
    setBusy(true);
    const question: PlanQuestion = { ask: asked.current, guide, job: wanted };
    worker.current?.postMessage(question);
  }, [guide, key]);

  return { answer, isBusy };
}
