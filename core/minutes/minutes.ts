import { type Entry, type LedgerEvent, takenBack } from "../bench/index.ts";
import { type Guide, jointMinutes, partMinutes } from "../guide/index.ts";
import type { Step } from "../plan/index.ts";

/** A step that was timed: what kind it was, who did it, what the guide said. Minutes. */
export interface StepTime {
  readonly step: Step;
  readonly kind: string;
  readonly by: string;
  readonly estimate: number;
  readonly minutes: number;
}

/** The minutes that the guide gives a step; a group is counted as one piece. */
export function stepEstimate(guide: Guide, step: Step): number {
  if (step.do === "lift")
    return Math.max(...step.parts.map((id) => partMinutes(guide.parts[id]!).lift));
  if (step.do === "place")
    return Math.max(...step.parts.map((id) => partMinutes(guide.parts[id]!).place));
  const { off, on } = jointMinutes(guide.joints[step.joint]!);
  return step.do === "release" ? off : on;
}

/** What is timed alike: the kind of joint (connectors by type) and the direction, or lift and place. */
export function stepKind(guide: Guide, step: Step): string {
  if (step.do === "lift" || step.do === "place") return step.do;
  const joint = guide.joints[step.joint]!;
  const name = joint.kind === "connector" ? joint.type : joint.kind;
  return `${name} ${step.do === "release" ? "off" : "on"}`;
}

/** Steps ticked one right after the other: a gap under this share of the step's estimate. */
const AT_ONCE = 0.2;
/** A pause is longer than this (minutes), and than so many times what steps take in this ledger. */
const PAUSE = 2;
const PAUSE_TIMES = 5;
/** What steps take in a ledger, as actual ÷ estimate, is believed within these. */
const USUAL_LEAST = 0.5;
const USUAL_MOST = 3;

/** Steps whose time is known together: they were done one after the other and ticked at once. */
interface Batch {
  readonly steps: { readonly step: Step; readonly by: string; readonly estimate: number }[];
  minutes: number;
}

/**
 * The steps of a ledger with the minutes they took. A step's time runs from the event before it. Steps that
 * were ticked at once (each within a fifth of its estimate of the one before, by the same person) share the
 * time of all of them in proportion to their estimates. What is no work is left out: time that does not go on
 * (a clock that was set back), and pauses, longer than two minutes and than five times what steps take in this
 * ledger (the middle of actual ÷ estimate, taken within 0.5 and 3). Steps taken back do not count, nor does
 * the first after a start.
 */
export function stepTimes(guide: Guide, events: readonly LedgerEvent[]): readonly StepTime[] {
  const batches = batchesOf(guide, events).filter(({ minutes }) => minutes > 0);
  const ratios = batches.map((batch) => batch.minutes / estimateOf(batch)).sort((a, b) => a - b);
  const middle = ratios[ratios.length >> 1] ?? 1;
  const usual = Math.min(USUAL_MOST, Math.max(USUAL_LEAST, middle));
  return batches.flatMap((batch) => {
    const whole = estimateOf(batch);
    if (batch.minutes > PAUSE && batch.minutes > PAUSE_TIMES * usual * whole) return [];
    return batch.steps.map(({ step, by, estimate }) => ({
      step,
      kind: stepKind(guide, step),
      by,
      estimate,
      minutes: (batch.minutes * estimate) / whole,
    }));
  });
}

const estimateOf = ({ steps }: Batch): number =>
  steps.reduce((sum, { estimate }) => sum + estimate, 0);

/** Whether an entry is a step of the way down or up. */
export const isStep = (entry: Entry): entry is Extract<Entry, Step> =>
  ["release", "lift", "place", "make"].includes(entry.do);

function batchesOf(guide: Guide, events: readonly LedgerEvent[]): readonly Batch[] {
  const taken = takenBack(events);
  const batches: Batch[] = [];
  let last: { readonly batch: Batch; readonly at: number } | undefined;
  for (const [i, { id, at, by, entry }] of events.entries()) {
    if (i === 0 || !isStep(entry) || taken.has(id) || events[i - 1]!.entry.do === "start") continue;
    const step = entry;
    const estimate = stepEstimate(guide, step);
    if (estimate <= 0) continue;
    const minutes = (Date.parse(at) - Date.parse(events[i - 1]!.at)) / 60_000;
    const isAlong =
      last?.at === i - 1 &&
      last.batch.steps[0]!.by === by &&
      minutes >= 0 &&
      minutes < AT_ONCE * estimate;
    const batch: Batch = isAlong ? last!.batch : { steps: [], minutes: 0 };
    batch.steps.push({ step, by, estimate });
    batch.minutes += minutes;
    if (!isAlong) batches.push(batch);
    last = { batch, at: i };
  }
  return batches;
}

/**
 * Logarithms of actual ÷ estimate, in whole millionths: how many, their sum and their sum of squares.
 * Whole numbers, so that what is added and taken away again leaves nothing behind.
 */
export interface Tally {
  readonly n: number;
  readonly sum: number;
  readonly squares: number;
}
const MILLION = 1_000_000;

/** How many times the estimate the tallied steps took: the geometric mean. Two of 2 and 8 times → 4 */
export const timesEstimate = ({ n, sum }: Pick<Tally, "n" | "sum">): number =>
  Math.exp(sum / MILLION / n);

/** A tally of a kind of step, of all (`by` is "") or of one person. */
export interface TallyRow extends Tally {
  readonly kind: string;
  readonly by: string;
}

/** What the shop's own times say, by kind for all and by kind and person. Plain data. */
export type Learnt = Readonly<Record<string, Tally>>;

const keyOf = (kind: string, by: string): string => (by === "" ? kind : `${kind}|${by}`);

const LOG_LIMIT = Math.log(8);

/** The tallies of times, for all and for each person. */
export function tallies(times: readonly Omit<StepTime, "step">[]): readonly TallyRow[] {
  const rows = new Map<string, TallyRow>();
  for (const { kind, by, estimate, minutes } of times) {
    if (estimate <= 0) continue;
    const x = Math.max(-LOG_LIMIT, Math.min(LOG_LIMIT, Math.log(minutes / estimate)));
    const one = { n: 1, sum: Math.round(x * MILLION), squares: Math.round(x * x * MILLION) };
    for (const who of ["", by]) add(rows, { kind, by: who, ...one }, 1);
  }
  return [...rows.values()];
}

function add(rows: Map<string, TallyRow>, row: TallyRow, sign: 1 | -1): void {
  const key = keyOf(row.kind, row.by);
  const { n, sum, squares } = rows.get(key) ?? { n: 0, sum: 0, squares: 0 };
  const { kind, by } = row;
  rows.set(key, {
    kind,
    by,
    n: n + sign * row.n,
    sum: sum + sign * row.sum,
    squares: squares + sign * row.squares,
  });
}

/** What tallies change by when a ledger grows: a step that is taken back is taken away again. */
export function tallyChanges(
  guide: Guide,
  before: readonly LedgerEvent[],
  after: readonly LedgerEvent[],
  guideBefore = guide,
): readonly TallyRow[] {
  const rows = new Map<string, TallyRow>();
  for (const row of tallies(stepTimes(guide, after))) add(rows, row, 1);
  for (const row of tallies(stepTimes(guideBefore, before))) add(rows, row, -1);
  return [...rows.values()].filter(({ n, sum, squares }) => n !== 0 || sum !== 0 || squares !== 0);
}

export const learntFrom = (rows: readonly TallyRow[]): Learnt =>
  Object.fromEntries(
    rows.map(({ kind, by, n, sum, squares }) => [keyOf(kind, by), { n, sum, squares }]),
  );

export const learn = (times: readonly Omit<StepTime, "step">[]): Learnt =>
  learntFrom(tallies(times));

/** So many times weigh as much as what was believed before them. */
const PRIOR = 6;
/** Spread of the logarithm before anything is known: 80 % of steps under 1.46 times the half mark. */
const SPREAD = 0.45;
/** The 80 % point of the normal curve. */
const Z80 = 0.8416;

interface Bend {
  readonly mean: number;
  readonly variance: number;
}

/**
 * How the guide's minutes are bent for a kind of step and a person. The mean logarithm of actual ÷
 * estimate is drawn towards the shop's, and the shop's towards zero, as if six earlier steps had
 * said so: mean = (Σx + 6 · prior) ÷ (n + 6). The spread likewise, towards 0.45.
 */
function bendOf(learnt: Learnt, kind: string, by: string): Bend {
  const shop = drawn(learnt[kind], { mean: 0, variance: SPREAD ** 2 });
  return drawn(learnt[`${kind}|${by}`], shop);
}

function drawn(tally: Tally | undefined, prior: Bend): Bend {
  if (!tally) return prior;
  const { n } = tally;
  const [sum, squares] = [tally.sum / MILLION, tally.squares / MILLION];
  const own = n === 0 ? 0 : Math.max(0, squares - (sum * sum) / n);
  return {
    mean: (sum + PRIOR * prior.mean) / (n + PRIOR),
    variance: (own + PRIOR * prior.variance) / (n + PRIOR),
  };
}

export interface Marks {
  /** As likely less as more, minutes. */
  readonly half: number;
  /** Four times in five it is less. */
  readonly eighty: number;
}

/**
 * Half and 80 % marks of some steps done one after the other by one person: the sum of lognormal times
 * taken as lognormal with the same mean and variance (Fenton and Wilkinson's approximation).
 */
export function marksOf(guide: Guide, steps: readonly Step[], learnt: Learnt, by: string): Marks {
  let mean = 0;
  let variance = 0;
  for (const step of steps) {
    const bend = bendOf(learnt, stepKind(guide, step), by);
    const one = stepEstimate(guide, step) * Math.exp(bend.mean + bend.variance / 2);
    mean += one;
    variance += one * one * (Math.exp(bend.variance) - 1);
  }
  if (mean === 0) return { half: 0, eighty: 0 };
  const spread = Math.log(1 + variance / (mean * mean));
  const middle = Math.log(mean) - spread / 2;
  return { half: Math.exp(middle), eighty: Math.exp(middle + Z80 * Math.sqrt(spread)) };
}

/**
 * Minutes worked so far without pauses, and how far that is ahead (below 0) or behind of the half mark;
 * since the machine was opened last.
 */
export function paceOf(
  guide: Guide,
  events: readonly LedgerEvent[],
  learnt: Learnt,
  by: string,
): { readonly spent: number; readonly behind: number } {
  const start = events.findLastIndex(({ entry }) => entry.do === "start");
  let spent = 0;
  let due = 0;
  for (const { kind, estimate, minutes } of stepTimes(guide, events.slice(Math.max(0, start)))) {
    spent += minutes;
    due += estimate * Math.exp(bendOf(learnt, kind, by).mean);
  }
  return { spent, behind: spent - due };
}
