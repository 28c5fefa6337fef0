import { expose } from "comlink";
import type { Guide } from "../../core/guide/index.ts";
import { coverFront, labourOn, type Offer, type Rates, type Way } from "../../core/price/index.ts";
import type { Job } from "../../core/rules/index.ts";

export interface PriceQuestion {
  readonly guide: Guide;
  readonly job: Job;
  readonly broken: readonly string[];
  readonly offers: readonly Offer[];
  readonly rates: Rates;
  /** Dearer by less than so many minutes, the shop takes the careful way. */
  readonly careful: number;
}

export type PriceAnswer =
  | { readonly type: "front"; readonly front: readonly Way[]; readonly ways: number }
  | { readonly type: "not-offered"; readonly part: string };

/** Prices off the page's own thread: the planner is asked for the labour of each choice. */
const work = {
  front({ guide, job, broken, offers, rates, careful }: PriceQuestion): PriceAnswer {
    const found = coverFront(broken, offers, rates, labourOn(guide, job, careful));
    return "front" in found ? { type: "front", ...found } : found;
  },
};
export type PriceWorker = typeof work;

expose(work);
