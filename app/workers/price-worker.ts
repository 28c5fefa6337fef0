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
  /** What a person allows at the bench, where nobody knows the way yet. */
  readonly minutes: number | undefined;
}

export type PriceAnswer =
  | { readonly type: "front"; readonly front: readonly Way[]; readonly ways: number }
  | { readonly type: "not-offered"; readonly part: string };

/** Prices off the page's own thread: the planner is asked for the labour of each choice. */
const work = {
  front({ guide, job, broken, offers, rates, careful, minutes }: PriceQuestion): PriceAnswer {
    const found = coverFront(broken, offers, rates, labourOn(guide, job, careful, minutes));
    return "front" in found ? { type: "front", ...found } : found;
  },
};
export type PriceWorker = typeof work;

expose(work);
