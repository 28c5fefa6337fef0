import {
  type Experience,
  type Forgotten,
  type FromSupplier,
  type Gone,
  over,
  type Timed,
} from "./experience.ts";

/** What a table says should be changed; undefined: it says nothing that is sure enough. */
export interface Advices {
  readonly kinds: Timed | undefined;
  readonly people: { readonly slowest: Timed; readonly times: number } | undefined;
  readonly months: { readonly from: Timed; readonly to: Timed } | undefined;
  readonly forgotten: Forgotten | undefined;
  readonly gone: Gone | undefined;
  readonly suppliers: FromSupplier | undefined;
  /** How many promises were made, and fewer kept than should be. */
  readonly promises: { readonly made: number; readonly kept: number } | undefined;
  /** By how much promises should be reckoned longer, or shorter. */
  readonly jobs: { readonly times: number; readonly within: number } | undefined;
}

/** Fewer timed steps than this say nothing; a kind that is off by less than a quarter is well estimated. */
const ENOUGH = 10;
const OFF = 1.25;
/** What was forgotten, or gone, or bad once is chance. */
const TWICE = 2;
/** A supplier is told from the others when it is bad this many times as often as all of them together. */
const OFTENER = 1.5;
/** Fewer jobs than this say nothing of the estimates. */
const ENOUGH_JOBS = 5;

/** Fewer promises than this say nothing; of more, so many should be kept: the day that is offered holds oftener. */
const ENOUGH_PROMISES = 10;
const SHOULD_HOLD = 0.85;

const isOff = (times: number): boolean => times > OFF || times < 1 / OFF;

/** What to change by each table: what costs most, and only what is seen often enough. */
export function adviceFrom(experience: Experience): Advices {
  const { kinds, people, months, forgotten, gone, suppliers, promises, jobs } = experience;
  return {
    kinds: kinds.find((row) => row.n >= ENOUGH && isOff(row.times)),
    people: slowest(people),
    months: trend(months),
    forgotten: forgotten.find(({ times }) => times >= TWICE),
    gone: gone.find((row) => row.jobs >= TWICE),
    suppliers: worst(suppliers),
    promises: broken(promises),
    jobs: estimates(jobs),
  };
}

function slowest(people: readonly Timed[]): Advices["people"] {
  const known = people.filter(({ n }) => n >= ENOUGH);
  if (known.length < 2) return undefined;
  const sorted = [...known].sort((a, b) => b.times - a.times);
  const times = sorted[0]!.times / sorted.at(-1)!.times;
  return times > OFF ? { slowest: sorted[0]!, times } : undefined;
}

function trend(months: readonly Timed[]): Advices["months"] {
  const known = months.filter(({ n }) => n >= ENOUGH);
  const [from, to] = [known[0], known.at(-1)];
  if (!from || !to || from === to) return undefined;
  return isOff(to.times / from.times) ? { from, to } : undefined;
}

function worst(suppliers: readonly FromSupplier[]): FromSupplier | undefined {
  const came = suppliers.reduce((sum, row) => sum + row.came, 0);
  const bad = suppliers.reduce((sum, row) => sum + row.bad, 0);
  return [...suppliers]
    .sort((a, b) => b.bad / b.came - a.bad / a.came)
    .find((row) => row.bad >= TWICE && row.bad / row.came >= OFTENER * (bad / came));
}

function broken(months: Experience["promises"]): Advices["promises"] {
  const made = months.reduce((sum, row) => sum + row.made, 0);
  const kept = months.reduce((sum, row) => sum + row.kept, 0);
  return made >= ENOUGH_PROMISES && kept / made < SHOULD_HOLD ? { made, kept } : undefined;
}

function estimates(jobs: Experience["jobs"]): Advices["jobs"] {
  if (jobs.length < ENOUGH_JOBS) return undefined;
  const minutes = jobs.reduce((sum, job) => sum + job.minutes, 0);
  const times = minutes / (minutes - jobs.reduce((sum, job) => sum + over(job), 0));
  const within = jobs.filter((job) => !isOff(job.minutes / job.estimate)).length / jobs.length;
  return isOff(times) ? { times, within } : undefined;
}
