import { median } from "../base/median.ts";
import { type LedgerEvent, missedIn, takenBack } from "../bench/index.ts";
import type { Guide } from "../guide/index.ts";
import { type StepTime, stepTimes } from "../minutes/index.ts";
import { daysBetween } from "../ticket/index.ts";

/** A job as it was done, by the guide that it was done by. */
export interface JobDone {
  readonly ticket: number;
  readonly guide: Guide;
  readonly events: readonly LedgerEvent[];
}

/** A part that came in, and whether it was the right one and whole; undefined: it is still under way. */
export interface PartCame {
  readonly supplier: string;
  readonly fits: boolean | undefined;
}

/** A promise of a machine that was worked on. Days (ISO). */
export interface PromiseMade {
  readonly promised: string;
  /** The day it could be fetched from; undefined: it cannot yet. */
  readonly ready: string | undefined;
}

/** Steps of a kind, a person or a month: how many were timed, what the guides give them, what they took. Minutes. */
export interface Timed {
  readonly key: string;
  readonly n: number;
  readonly estimate: number;
  readonly minutes: number;
  /** How many times the estimate they took: the middle of all. */
  readonly times: number;
}

/** What was forgotten: it held a stuck part, or was gone back to. */
export interface Forgotten {
  readonly guideId: string;
  readonly thing: string;
  readonly times: number;
  readonly jobs: number;
}

/** Screws of a lot that were not there: at taking in, or lost at the bench. */
export interface Gone {
  readonly guideId: string;
  readonly lot: string;
  readonly jobs: number;
  readonly atIntake: number;
  readonly lost: number;
}

export interface FromSupplier {
  readonly supplier: string;
  readonly came: number;
  readonly bad: number;
}

/** Promises of a month (2026-11) that fell due. */
export interface Kept {
  readonly month: string;
  readonly made: number;
  readonly kept: number;
  /** Days late, all of them together; what is late still is late until today. */
  readonly daysLate: number;
}

/** A job's steps that were timed: what the guide gives them, what they took. */
export interface Job {
  readonly ticket: number;
  readonly guideId: string;
  readonly estimate: number;
  readonly minutes: number;
}

/** What a shop's own jobs say, table by table; the first row of each is what weighs most. */
export interface Experience {
  readonly kinds: readonly Timed[];
  readonly people: readonly Timed[];
  /** By month (2026-11), oldest first. */
  readonly months: readonly Timed[];
  readonly forgotten: readonly Forgotten[];
  readonly gone: readonly Gone[];
  readonly suppliers: readonly FromSupplier[];
  /** The last month first. */
  readonly promises: readonly Kept[];
  /** Oldest first. */
  readonly jobs: readonly Job[];
}

/** Whether a guide has all that a job's steps name: one that went on by another version in between may not. */
export const isWhole = ({ guide, events }: JobDone): boolean =>
  events.every(({ entry }) => {
    if (entry.do === "release" || entry.do === "make")
      return Object.hasOwn(guide.joints, entry.joint);
    if (entry.do !== "lift" && entry.do !== "place") return true;
    return entry.parts.every((id) => Object.hasOwn(guide.parts, id));
  });

/** What a shop has on record. */
export interface Records {
  readonly jobs: readonly JobDone[];
  readonly parts: readonly PartCame[];
  readonly promises: readonly PromiseMade[];
  /** The day it is (ISO). */
  readonly today: string;
}

export function experienceOf({ jobs, parts, promises, today }: Records): Experience {
  const timedJobs = jobs.map((job) => ({ job, own: stepTimes(job.guide, job.events) }));
  const times = timedJobs.flatMap(({ job, own }) => own.map((time) => ({ job, time })));
  const monthOf = ({ events }: JobDone): string => (events[0]?.at ?? "").slice(0, 7);
  const weighed = (rows: readonly Timed[]): readonly Timed[] =>
    [...rows].sort((a, b) => Math.abs(over(b)) - Math.abs(over(a)) || a.key.localeCompare(b.key));
  return {
    kinds: weighed(timed(times, ({ time }) => time.kind)),
    people: weighed(timed(times, ({ time }) => time.by)),
    months: [...timed(times, ({ job }) => monthOf(job))].sort((a, b) => a.key.localeCompare(b.key)),
    forgotten: forgottenIn(jobs),
    gone: goneIn(jobs),
    suppliers: bySupplier(parts),
    promises: keptBy(promises, today),
    jobs: timedJobs
      .map(({ job, own }) => {
        const sum = (of: (time: StepTime) => number) =>
          hundredth(own.reduce((s, t) => s + of(t), 0));
        return {
          ticket: job.ticket,
          guideId: job.guide.id,
          estimate: sum(({ estimate }) => estimate),
          minutes: sum(({ minutes }) => minutes),
        };
      })
      .filter(({ estimate }) => estimate > 0)
      .sort((a, b) => a.ticket - b.ticket),
  };
}

const hundredth = (value: number): number => Math.round(value * 100) / 100;

/** Minutes that steps took above (or below) what they were given. */
export const over = ({ minutes, estimate }: Pick<Timed, "minutes" | "estimate">): number =>
  minutes - estimate;

function timed<T extends { readonly time: StepTime }>(
  all: readonly T[],
  keyOf: (one: T) => string,
): readonly Timed[] {
  const groups = new Map<string, StepTime[]>();
  for (const one of all) {
    const key = keyOf(one);
    const known = groups.get(key);
    if (known) known.push(one.time);
    else groups.set(key, [one.time]);
  }
  return [...groups].map(([key, times]) => {
    const ratios = times.map(({ minutes, estimate }) => minutes / estimate);
    return {
      key,
      n: times.length,
      estimate: hundredth(times.reduce((sum, { estimate }) => sum + estimate, 0)),
      minutes: hundredth(times.reduce((sum, { minutes }) => sum + minutes, 0)),
      times: hundredth(median(ratios)),
    };
  });
}

function forgottenIn(jobs: readonly JobDone[]): readonly Forgotten[] {
  const found = new Map<string, { row: Omit<Forgotten, "jobs">; jobs: Set<number> }>();
  for (const { ticket, guide, events } of jobs) {
    for (const thing of missedIn(events)) {
      const key = JSON.stringify([guide.id, thing]);
      const known = found.get(key) ?? {
        row: { guideId: guide.id, thing, times: 0 },
        jobs: new Set<number>(),
      };
      known.jobs.add(ticket);
      found.set(key, { ...known, row: { ...known.row, times: known.row.times + 1 } });
    }
  }
  return [...found.values()]
    .map(({ row, jobs: own }) => ({ ...row, jobs: own.size }))
    .sort((a, b) => b.times - a.times || a.thing.localeCompare(b.thing));
}

/** Screws that were counted short because they were missing when the machine came in, or were lost here. */
function goneIn(jobs: readonly JobDone[]): readonly Gone[] {
  const found = new Map<string, Gone>();
  const add = (guideId: string, lot: string, atIntake: number, lost: number): void => {
    if (atIntake + lost <= 0) return;
    const key = JSON.stringify([guideId, lot]);
    const known = found.get(key) ?? { guideId, lot, jobs: 0, atIntake: 0, lost: 0 };
    found.set(key, {
      ...known,
      jobs: known.jobs + 1,
      atIntake: known.atIntake + atIntake,
      lost: known.lost + lost,
    });
  };
  for (const { guide, events } of jobs) {
    const taken = takenBack(events);
    const out = new Map<string, number>();
    const intake = new Map<string, number>();
    const lost = new Map<string, number>();
    for (const { id, entry } of events) {
      if (taken.has(id)) continue;
      if (entry.do === "start") {
        for (const [lot, n] of Object.entries(entry.missing ?? {})) intake.set(lot, n);
      }
      if (entry.do !== "release" && entry.do !== "make") continue;
      const joint = guide.joints[entry.joint];
      if (joint?.kind !== "screws") continue;
      const before = entry.do === "release" ? joint.count : (out.get(entry.joint) ?? joint.count);
      const count = entry.count ?? before;
      if (entry.do === "release") out.set(entry.joint, count);
      const short = Math.max(0, before - count);
      if (entry.differs?.reason === "missing-at-intake") intake.set(entry.joint, short);
      if (entry.differs?.reason === "lost") lost.set(entry.joint, short);
    }
    for (const lot of new Set([...intake.keys(), ...lost.keys()])) {
      add(guide.id, lot, intake.get(lot) ?? 0, lost.get(lot) ?? 0);
    }
  }
  return [...found.values()].sort(
    (a, b) => b.atIntake + b.lost - (a.atIntake + a.lost) || a.lot.localeCompare(b.lot),
  );
}

function bySupplier(parts: readonly PartCame[]): readonly FromSupplier[] {
  const found = new Map<string, { came: number; bad: number }>();
  for (const { supplier, fits } of parts) {
    if (fits === undefined) continue;
    const known = found.get(supplier) ?? { came: 0, bad: 0 };
    found.set(supplier, { came: known.came + 1, bad: known.bad + Number(!fits) });
  }
  return [...found]
    .map(([supplier, row]) => ({ supplier, ...row }))
    .sort((a, b) => b.bad - a.bad || b.came - a.came || a.supplier.localeCompare(b.supplier));
}

/** Promises by the month of their day; one that has not come yet is neither kept nor broken, unless it is kept already. */
function keptBy(promises: readonly PromiseMade[], today: string): readonly Kept[] {
  const found = new Map<string, Kept>();
  for (const { promised, ready } of promises) {
    const late = daysBetween(promised, ready ?? today);
    if (ready === undefined && late <= 0) continue;
    const month = promised.slice(0, 7);
    const known = found.get(month) ?? { month, made: 0, kept: 0, daysLate: 0 };
    found.set(month, {
      month,
      made: known.made + 1,
      kept: known.kept + Number(late <= 0),
      daysLate: known.daysLate + Math.max(0, late),
    });
  }
  return [...found.values()].sort((a, b) => b.month.localeCompare(a.month));
}
