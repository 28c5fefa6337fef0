import { type LedgerEvent, type Observation, takenBack } from "../bench/index.ts";
import type { Edit } from "../edit/index.ts";
import { type Guide, isThing, jointMinutes, liesOver } from "../guide/index.ts";
import { stepEstimate, stepTimes } from "../minutes/index.ts";
import type { Step } from "../plan/index.ts";

/** What a job can teach about the guide of its machine. Minutes; ids are the guide's. */
export type Teaching =
  /** So many screws come out, on one machine after the other. */
  | { readonly type: "count"; readonly joint: string; readonly count: number }
  /** A step takes so much longer, or shorter, than the steps about it. */
  | {
      readonly type: "minutes";
      readonly of: "parts" | "joints";
      readonly id: string;
      readonly key: "off" | "on" | "lift" | "place";
      readonly minutes: number;
    }
  | Observation;

/** One job that taught it. */
export interface TaughtBy {
  readonly ticket: number;
  /** Of the machine; "" where nobody noted it. */
  readonly serial: string;
  readonly at: string;
  /** Id of the person. */
  readonly by: string;
}

/** What jobs teach about a guide, each with its evidence. The interface calls it a finding. */
export interface Lesson {
  /** The same for the same teaching, whichever jobs it comes from. */
  readonly key: string;
  readonly teaching: Teaching;
  /** The jobs, the oldest first. */
  readonly evidence: readonly TaughtBy[];
  /** What the guide would say then; none: somebody has to write it. */
  readonly edits: readonly Edit[];
  /** Whether the edits leave something that has to be shown on the map: which place is gone, or where the new one is. */
  readonly needsMap: boolean;
}

/** A job of a guide as it was done, with the machine it was done on. */
export interface JobTold {
  readonly ticket: number;
  readonly serial: string;
  /** As the job had it: of the version that it was done by, and of its underside code. */
  readonly guide: Guide;
  /** Of the same code, as it is now: where a sister has other facts than the guide, her jobs say nothing of the guide's. */
  readonly now: Guide;
  readonly events: readonly LedgerEvent[];
}

/** So many machines running with another number of screws say that the guide's is wrong. */
const MACHINES_RUNNING = 3;
/** So many jobs in which a step was timed, and so far from what the steps about it take. */
const TIMED = 5;
const FAR = 1.5;

/** What jobs teach about a guide, oldest job first; what the guide says already is no lesson. */
export function lessonsOf(guide: Guide, jobs: readonly JobTold[]): readonly Lesson[] {
  return [
    ...observed(guide, jobs),
    ...Object.keys(guide.joints).flatMap((joint) => counted(guide, joint, jobs)),
    ...timed(guide, jobs),
  ];
}

const lesson = (
  teaching: Teaching,
  evidence: readonly TaughtBy[],
  edits: readonly Edit[],
  needsMap = false,
): Lesson => ({ key: keyOf(teaching), teaching, evidence, edits, needsMap });

/** Minutes are no part of it: the same step that is wrong by a little more is the same lesson. */
function keyOf(teaching: Teaching): string {
  const told = teaching.type === "minutes" ? { ...teaching, minutes: 0 } : teaching;
  return JSON.stringify(
    Object.fromEntries(Object.entries(told).sort(([a], [b]) => (a < b ? -1 : 1))),
  );
}

/** The first release of a lot in each job, and how many came out of it. */
function counted(guide: Guide, joint: string, jobs: readonly JobTold[]): readonly Lesson[] {
  const facts = guide.joints[joint]!;
  if (facts.kind !== "screws") return [];
  const machines = new Map<string, { readonly count: number; readonly by: TaughtBy }>();
  for (const job of jobs) {
    if (countIn(job.now, joint) !== facts.count) continue;
    const out = firstOut(job, joint);
    // What was lost or is stuck says nothing about how many there are.
    if (!out || out.isOff) continue;
    const machine = job.serial === "" ? `job ${job.ticket}` : job.serial;
    if (machines.has(machine)) continue;
    const count = out.count ?? countIn(job.guide, joint);
    if (count !== undefined) machines.set(machine, { count, by: taughtBy(job, out) });
  }
  const all = [...machines.values()];
  const last = all.at(-1);
  if (!last || last.count === facts.count || last.count === 0) return [];
  const other = all.findLastIndex(({ count }) => count !== last.count);
  const running = all.slice(other + 1);
  if (running.length < MACHINES_RUNNING) return [];
  const { count } = last;
  const edit: Edit = { do: "set", of: "joints", id: joint, keys: { count } };
  const needsMap = facts.at !== undefined && facts.at.length !== count;
  return [
    lesson(
      { type: "count", joint, count },
      running.map(({ by }) => by),
      [edit],
      needsMap,
    ),
  ];
}

function countIn({ joints }: Guide, joint: string): number | undefined {
  const facts = joints[joint];
  return facts?.kind === "screws" ? facts.count : undefined;
}

function firstOut({ events }: JobTold, joint: string) {
  const taken = takenBack(events);
  for (const { id, at, by, entry } of events) {
    if (taken.has(id) || entry.do !== "release" || entry.joint !== joint) continue;
    const isOff = entry.differs?.reason === "lost" || entry.differs?.reason === "stuck";
    return { at, by, count: entry.count, isOff };
  }
  return undefined;
}

const taughtBy = (
  { ticket, serial }: JobTold,
  { at, by }: { readonly at: string; readonly by: string },
): TaughtBy => ({ ticket, serial, at, by });

/** What somebody said at the bench, as far as the guide does not say it. */
function observed(guide: Guide, jobs: readonly JobTold[]): readonly Lesson[] {
  const told = new Map<string, { teaching: Observation; evidence: TaughtBy[] }>();
  for (const job of jobs) {
    const taken = takenBack(job.events);
    for (const { id, at, by, entry } of job.events) {
      if (taken.has(id) || entry.do !== "observe") continue;
      if (!isNews(guide, entry.what) || !isNews(job.now, entry.what)) continue;
      const key = keyOf(entry.what);
      const known = told.get(key) ?? { teaching: entry.what, evidence: [] };
      known.evidence.push(taughtBy(job, { at, by }));
      told.set(key, known);
    }
  }
  return [...told.values()].map(({ teaching, evidence }) =>
    lesson(teaching, evidence, observationEdits(guide, teaching)),
  );
}

/** Whether what is said is about things that there are, and not what the guide says. */
function isNews(guide: Guide, what: Observation): boolean {
  switch (what.type) {
    case "in-reach":
      return liesOver(guide, what.part).includes(what.thing);
    case "held-by":
      if (!isThing(guide, what.by) || !isThing(guide, what.thing)) return false;
      return Object.hasOwn(guide.parts, what.by)
        ? !liesOver(guide, what.by).includes(what.thing)
        : !guide.joints[what.by]!.joins.includes(what.thing);
    case "words": {
      const fact = guide.parts[what.about] ?? guide.joints[what.about];
      return fact !== undefined && fact.care?.includes(what.words) !== true;
    }
  }
}

function observationEdits(guide: Guide, what: Observation): readonly Edit[] {
  switch (what.type) {
    case "in-reach": {
      const over = liesOver(guide, what.part).filter((id) => id !== what.thing);
      return [{ do: "cover", part: what.part, over }];
    }
    case "held-by": {
      if (Object.hasOwn(guide.parts, what.by)) {
        const over = [...liesOver(guide, what.by), what.thing];
        return [{ do: "cover", part: what.by, over }];
      }
      if (!Object.hasOwn(guide.parts, what.thing)) return [];
      const joins = [...guide.joints[what.by]!.joins, what.thing];
      return [{ do: "set", of: "joints", id: what.by, keys: { joins } }];
    }
    case "words": {
      const of = Object.hasOwn(guide.parts, what.about) ? "parts" : "joints";
      const { care } = guide[of][what.about]!;
      const said = care === undefined ? what.words : `${care} ${what.words}`;
      return [{ do: "set", of, id: what.about, keys: { care: said } }];
    }
  }
}

interface Timed {
  readonly ratio: number;
  readonly by: TaughtBy;
}

const middle = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[list.length >> 1] ?? 1;

/**
 * Steps whose minutes are wrong beside those of the steps about them: the middle of actual ÷ estimate over at least five
 * jobs, against the middle over all steps of these jobs (how fast a shop works is learnt apart, and is no fault of a guide).
 */
function timed(guide: Guide, jobs: readonly JobTold[]): readonly Lesson[] {
  const steps = new Map<string, TimedThing & { estimate: number; times: Timed[] }>();
  const all: number[] = [];
  for (const job of jobs) {
    for (const { step, by, minutes } of stepTimes(job.guide, job.events)) {
      const thing = timedThing(step);
      const isHere = ({ parts, joints }: Guide) =>
        thing !== undefined && Object.hasOwn(thing.of === "parts" ? parts : joints, thing.id);
      if (!thing || !isHere(guide) || !isHere(job.now)) continue;
      // By what the guide says now, which may be another version than the job's.
      const estimate = stepEstimate(guide, step);
      if (estimate <= 0 || stepEstimate(job.now, step) !== estimate) continue;
      const ratio = minutes / estimate;
      all.push(ratio);
      const name = `${thing.id} ${thing.key}`;
      const known = steps.get(name) ?? { ...thing, estimate, times: [] };
      known.times.push({ ratio, by: taughtBy(job, { at: job.events.at(-1)!.at, by }) });
      steps.set(name, known);
    }
  }
  const usual = middle(all);
  return [...steps.values()].flatMap(({ of, id, key, estimate, times }) => {
    const jobsTimed = new Set(times.map(({ by }) => by.ticket)).size;
    const off = middle(times.map(({ ratio }) => ratio)) / usual;
    if (jobsTimed < TIMED || (off < FAR && off > 1 / FAR)) return [];
    const whole = off * estimate - careIn(guide, { of, id, key });
    const minutes = Math.max(0.05, Math.round(20 * whole) / 20);
    const edit: Edit = { do: "set", of, id, keys: { [key]: minutes } };
    const teaching: Teaching = { type: "minutes", of, id, key, minutes };
    return [
      lesson(
        teaching,
        times.map(({ by }) => by),
        [edit],
      ),
    ];
  });
}

interface TimedThing {
  readonly of: "parts" | "joints";
  readonly id: string;
  readonly key: "off" | "on" | "lift" | "place";
}

/** The minutes of a joint that its being fragile asks for: they are not written with it. */
function careIn({ joints }: Guide, { id, key }: TimedThing): number {
  const joint = joints[id];
  if (!joint || (key !== "off" && key !== "on")) return 0;
  return jointMinutes(joint)[key] - jointMinutes({ ...joint, fragile: 0 })[key];
}

/** Where the minutes of a step stand; a lift of several has them in each of its parts. */
function timedThing(step: Step): TimedThing | undefined {
  if (step.do === "release") return { of: "joints", id: step.joint, key: "off" };
  if (step.do === "make") return { of: "joints", id: step.joint, key: "on" };
  const [only, ...others] = step.parts;
  if (only === undefined || others.length > 0) return undefined;
  return { of: "parts", id: only, key: step.do };
}

/** The parts and joints that a teaching is about. */
export function thingsIn(teaching: Teaching): readonly string[] {
  switch (teaching.type) {
    case "count":
      return [teaching.joint];
    case "minutes":
      return [teaching.id];
    case "in-reach":
      return [teaching.part, teaching.thing];
    case "held-by":
      return [teaching.thing, teaching.by];
    case "words":
      return [teaching.about];
  }
}
