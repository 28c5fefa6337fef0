import {
  foldLedger,
  machineOf,
  machineryOf,
  reworkChoices,
  type LedgerEvent,
  type Rework,
} from "../../../core/bench/index.ts";
import type { Guide, Point } from "../../../core/guide/index.ts";
import { snagOf, type Suspect } from "../../../core/plan/index.ts";

interface Facts {
  readonly guide: Guide;
  readonly events: readonly LedgerEvent[];
}
export type BenchQuestion = Facts &
  (
    | {
        readonly ask: "snag";
        readonly stuck: string;
        readonly near: Point | undefined;
        readonly missed: Readonly<Record<string, number>>;
      }
    | { readonly ask: "rework"; readonly what: string }
  );
export type BenchAnswer =
  | { readonly ask: "snag"; readonly suspects: readonly Suspect[] }
  | { readonly ask: "rework"; readonly choices: readonly Rework[] };

/** What the bench has to work out, off the page's own thread. */
self.onmessage = ({ data }: MessageEvent<BenchQuestion>) => {
  const machinery = machineryOf(data.guide);
  const state = foldLedger(machinery, data.events);
  self.postMessage(answerTo(data));

  function answerTo(question: BenchQuestion): BenchAnswer {
    if (question.ask === "rework") {
      return { ask: "rework", choices: reworkChoices(machinery, state, question.what) };
    }
    const machine = machineOf(machinery.model, state.machine);
    const { stuck, near, missed } = question;
    const input = { job: state.job!, machine, stuck, missed, ...(near ? { near } : {}) };
    return { ask: "snag", suspects: snagOf(machinery.model, input) };
  }
};
