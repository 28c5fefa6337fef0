import { useEffect, useState } from "react";
import type { BenchAnswer, BenchQuestion } from "./bench-worker.ts";

/** The answer of the bench's worker to a question; undefined while it is worked out, or none is asked. */
export function useAnswer(question: BenchQuestion | undefined): BenchAnswer | undefined {
  const [answer, setAnswer] = useState<BenchAnswer>();
  useEffect(() => {
    setAnswer(undefined);
    if (!question) return;
    const worker = new Worker(new URL("./bench-worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<BenchAnswer>) => setAnswer(data);
    worker.postMessage(question);
    return () => worker.terminate();
  }, [question]);
  return answer;
}
