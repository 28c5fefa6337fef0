import {
  foldLedger,
  type LedgerEvent,
  type Rework,
  reworkChoices,
} from "../../../core/bench/index.ts";
import type { Guide, Point } from "../../../core/guide/index.ts";
import { savedState } from "../../../core/plan/index.ts";
import { modelOf } from "../../../core/rules/index.ts";
import { snagOf, type Suspect } from "../../../core/snag/index.ts";

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
  const model = modelOf(data.guide);
  const state = foldLedger(model, data.events);
  self.postMessage(answerTo(data));

  function answerTo(question: BenchQuestion): BenchAnswer {
    if (question.ask === "rework") {
      return { ask: "rework", choices: reworkChoices(model, state, question.what) };
    }
    const from = savedState(model, state.machine);
    const { stuck, near, missed } = question;
    const input = { job: state.job!, from, stuck, missed, ...(near ? { near } : {}) };
    return { ask: "snag", suspects: snagOf(model, input) };
  }
};
