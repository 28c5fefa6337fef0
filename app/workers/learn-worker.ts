import { expose } from "comlink";
import type { Guide } from "../../core/guide/index.ts";
import {
  jobsApart,
  oddsFrom,
  type Sighting,
  type Standing,
  standingOf,
  type Tallies,
} from "../../core/learn/index.ts";

export interface StandingQuestion {
  readonly guide: Guide;
  readonly answers: readonly Sighting[];
  readonly tallies: Tallies;
}

/** What is known of a learnt guide and what to ask next, and what sisters change, off the page's own thread. */
const work = {
  standing: ({ guide, answers, tallies }: StandingQuestion): Standing | undefined =>
    standingOf(guide, answers, oddsFrom(tallies)),
  jobsApart: (from: Guide, to: Guide) => jobsApart(from, to),
};
export type LearnWorker = typeof work;

expose(work);
