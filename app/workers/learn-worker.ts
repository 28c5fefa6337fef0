import { expose } from "comlink";
import type { Guide } from "../../core/guide/index.ts";
import {
  jobsApart,
  oddsFrom,
  type Sighting,
  type Standing,
  Standings,
  type Tallies,
} from "../../core/learn/index.ts";

export interface StandingQuestion {
  readonly guide: Guide;
  readonly answers: readonly Sighting[];
  readonly tallies: Tallies;
}

/** The guide that was asked about last, as text, and how far it has been asked about. */
let last: { readonly guide: string; readonly standings: Standings | undefined } | undefined;

function standingsOf(guide: Guide): Standings | undefined {
  const text = JSON.stringify(guide);
  if (last?.guide !== text) last = { guide: text, standings: Standings.of(guide) };
  return last.standings;
}

/** What is known of a learnt guide and what to ask next, and what sisters change, off the page's own thread. */
const work = {
  standing: ({ guide, answers, tallies }: StandingQuestion): Standing | undefined =>
    standingsOf(guide)?.after(answers, oddsFrom(tallies)),
  jobsApart: (from: Guide, to: Guide) => jobsApart(from, to),
};
export type LearnWorker = typeof work;

expose(work);
