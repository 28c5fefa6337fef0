import type { Remote } from "comlink";
import type { Rework } from "../../../core/bench/index.ts";
import type { Suspect } from "../../../core/snag/index.ts";
import type { BenchWorker, GoBackQuestion, SnagQuestion } from "../../workers/bench-worker.ts";
import { useWorker, type Asked } from "../../workers/use-worker.ts";

const make = () =>
  new Worker(new URL("../../workers/bench-worker.ts", import.meta.url), { type: "module" });

const suspects = (api: Remote<BenchWorker>, question: SnagQuestion) => api.suspects(question);
const waysBack = (api: Remote<BenchWorker>, question: GoBackQuestion) => api.waysBack(question);

/** What may still hold a stuck part. */
export const useSuspects = (question: SnagQuestion): Asked<readonly Suspect[]> =>
  useWorker(make, suspects, question);

/** Where to go back to when a function fails. */
export const useWaysBack = (question: GoBackQuestion): Asked<readonly Rework[]> =>
  useWorker(make, waysBack, question);
