import { expose } from "comlink";
import {
  foldLedger,
  type LedgerEvent,
  type Rework,
  reworkChoices,
} from "../../core/bench/index.ts";
import type { Guide, Point } from "../../core/guide/index.ts";
import { savedState } from "../../core/plan/index.ts";
import { modelOf } from "../../core/rules/index.ts";
import { snagOf, type Suspect } from "../../core/snag/index.ts";

interface Facts {
  readonly guide: Guide;
  readonly events: readonly LedgerEvent[];
}
export interface SnagQuestion extends Facts {
  readonly stuck: string;
  readonly near: Point | undefined;
  readonly missed: Readonly<Record<string, number>>;
}
export interface GoBackQuestion extends Facts {
  readonly what: string;
}

/** What the bench has to work out, off the page's own thread. */
const work = {
  suspects({ guide, events, stuck, near, missed }: SnagQuestion): readonly Suspect[] {
    const model = modelOf(guide);
    const state = foldLedger(model, events);
    const from = savedState(model, state.machine);
    return snagOf(model, { job: state.job!, from, stuck, missed, ...(near ? { near } : {}) });
  },
  waysBack({ guide, events, what }: GoBackQuestion): readonly Rework[] {
    const model = modelOf(guide);
    return reworkChoices(model, foldLedger(model, events), what);
  },
};
export type BenchWorker = typeof work;

expose(work);
