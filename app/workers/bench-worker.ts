import { expose } from "comlink";
import { foldOn, type LedgerEvent, type Rework, reworkChoices } from "../../core/bench/index.ts";
import type { Guide, Point } from "../../core/guide/index.ts";
import { savedState } from "../../core/plan/index.ts";
import { learningModel } from "../../core/learn/index.ts";
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
    const { model, state } = foldOn(learningModel(guide), undefined, events);
    const from = savedState(model, state.machine);
    return snagOf(model, { job: state.job!, from, stuck, missed, ...(near ? { near } : {}) });
  },
  waysBack({ guide, events, what }: GoBackQuestion): readonly Rework[] {
    const { model, state } = foldOn(learningModel(guide), undefined, events);
    return reworkChoices(model, state, what);
  },
};
export type BenchWorker = typeof work;

expose(work);
