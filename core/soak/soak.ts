import { median } from "../base/median.ts";
import { reader, type Reader } from "../base/ajv.ts";

/** One reading of a machine under load. */
export interface Reading {
  /** Seconds since the load began. */
  readonly t: number;
  readonly celsius: number;
  readonly ambient: number;
  readonly fanRpm: number;
  readonly watts: number;
  readonly memoryErrors: number;
  /** What happened since the reading before: it hung or went off, it came up by itself. */
  readonly event?: "crash" | "restart";
}

const between = (minimum: number, maximum: number) => ({ type: "number", minimum, maximum });

/** The readings of one run, as they are sent and kept: figures that a machine under load can have. */
export const readReadings: Reader<readonly Reading[]> = reader({
  type: "array",
  minItems: 1,
  maxItems: 10_000,
  items: {
    type: "object",
    required: ["t", "celsius", "ambient", "fanRpm", "watts", "memoryErrors"],
    additionalProperties: false,
    properties: {
      t: between(0, 30 * 86_400),
      celsius: between(-10, 130),
      ambient: between(-10, 50),
      fanRpm: between(0, 15_000),
      watts: between(0.5, 500),
      memoryErrors: { type: "integer", minimum: 0, maximum: 1_000_000 },
      event: { enum: ["crash", "restart"] },
    },
  },
});

/** Why a run is not kept. */
export type RunFault =
  | { readonly type: "too-short"; readonly seconds: number; readonly least: number }
  /** Nothing was heard for so long, from second `at` on: who knows what happened then. */
  | { readonly type: "gap"; readonly at: number; readonly seconds: number }
  | { readonly type: "backwards"; readonly at: number };

/** Below this nothing can be said of a run, s. */
const LEAST_KEPT = 60;
/** A gap is longer than this (s), and than five times what lies between readings otherwise. */
const LONGEST_GAP = 10;

/** What is wrong with the times of a run: they go on, without gaps, for a minute at least. */
export function runFault(readings: readonly Reading[]): RunFault | undefined {
  const steps = readings
    .slice(1)
    .map(({ t }, i) => ({ at: readings[i]!.t, seconds: t - readings[i]!.t }));
  const back = steps.find(({ seconds }) => seconds <= 0);
  if (back) return { type: "backwards", at: back.at };
  const usual = steps.length === 0 ? 0 : median(steps.map(({ seconds }) => seconds));
  const gap = steps.find(({ seconds }) => seconds > Math.max(LONGEST_GAP, 5 * usual));
  if (gap) return { type: "gap", ...gap };
  const seconds = steps.reduce((sum, step) => sum + step.seconds, 0);
  return seconds < LEAST_KEPT ? { type: "too-short", seconds, least: LEAST_KEPT } : undefined;
}

export interface SoakFacts {
  /** Rise over the room for each watt once it has settled, K/W. */
  readonly perWatt: number;
  readonly hottest: number;
  readonly fanRpm: number;
  readonly watts: number;
  readonly memoryErrors: number;
  /** How often it hung, went off or came up by itself. */
  readonly crashes: number;
  readonly seconds: number;
}

export interface Limits {
  readonly hottest: number;
  /** A machine with a fan: the least it turns under load. */
  readonly fanRpm: number;
  /** How much more rise for each watt than before is too much, as a share. */
  readonly worse: number;
}
export const LIMITS: Limits = { hottest: 95, fanRpm: 1200, worse: 0.08 };

/** What a run comes to; its last third counts as settled. Undefined for fewer than six readings. */
export function soakFacts(readings: readonly Reading[]): SoakFacts | undefined {
  if (readings.length < 6) return undefined;
  const settled = readings.slice(-Math.ceil(readings.length / 3));
  const of = (pick: (reading: Reading) => number): number => median(settled.map(pick));
  return {
    perWatt: round(
      of(({ celsius, ambient, watts }) => (celsius - ambient) / Math.max(1, watts)),
      3,
    ),
    hottest: Math.max(...readings.map(({ celsius }) => celsius)),
    fanRpm: of(({ fanRpm }) => fanRpm),
    watts: round(
      of(({ watts }) => watts),
      1,
    ),
    memoryErrors: Math.max(...readings.map(({ memoryErrors }) => memoryErrors)),
    crashes: readings.filter(({ event }) => event !== undefined).length,
    seconds: readings.at(-1)!.t - readings[0]!.t,
  };
}

const round = (value: number, digits: number): number => Number(value.toFixed(digits));

/** Where to look when a run is not within its limits. */
export type Cause =
  | "paste"
  | "pad"
  | "cooler-screws"
  | "fan-plug"
  | "fan-turns"
  | "memory-module"
  | "memory-on-board";

/** What a run missed, with what was measured and what is due; `causes` are the likeliest first. */
export type SoakFault = { readonly causes: readonly Cause[] } & (
  | { readonly what: "fan"; readonly rpm: number; readonly least: number }
  | { readonly what: "heat"; readonly celsius: number; readonly most: number }
  /** `more`: how much more rise for each watt than before the work, as a share. */
  | { readonly what: "worse"; readonly more: number }
  | { readonly what: "memory"; readonly errors: number }
  | { readonly what: "crash"; readonly times: number }
);

/** An intermittent fault as it was told: seen so often in so many hours of use. */
export interface Seen {
  readonly times: number;
  readonly hours: number;
}

export interface Run {
  readonly round: "before" | "after";
  readonly readings: readonly Reading[];
  /** Of a fault that comes and goes: how often it was seen. */
  readonly seen?: Seen;
}

/** The runs that count: before the work, and since the machine was shut last, by how often it had been. */
export const countedRuns = <T extends Run & { readonly shuts: number }>(
  runs: readonly T[],
  shuts: number,
): readonly T[] => runs.filter((run) => run.round === "before" || run.shuts === shuts);

/** A soak that is to show that it keeps cool takes so long: the mass of the machine has to warm up. s */
export const LEAST_SOAK = 20 * 60;
/** How sure it has to be that a fault that comes and goes is gone. */
export const SURE = 0.95;

/**
 * How sure it is that a fault seen k times in T hours is gone after t hours without it: what speaks for its
 * still being there is the chance to see nothing in t hours, (T ÷ (T + t))^k (Poisson, its rate known from k
 * events in T hours: the gamma mixture). 3 in 10 h, 10 h without → 0.875
 */
export const sureGone = ({ times, hours }: Seen, quiet: number): number =>
  1 - (hours / (hours + quiet)) ** times;

/** Hours without it after which it is so sure; the other way round. 3 in 10 h, 0.95 → 17.1 */
export const hoursToBeSure = ({ times, hours }: Seen, sure = SURE): number =>
  hours * ((1 - sure) ** (-1 / times) - 1);

/** What the runs since the machine was shut come to. */
export type SoakVerdict =
  | { readonly state: "none" }
  | { readonly state: "short"; readonly seconds: number; readonly least: number }
  /** Within the limits, but a fault that comes and goes may only have kept quiet. */
  | {
      readonly state: "unsure";
      readonly sure: number;
      readonly quiet: number;
      readonly wants: number;
    }
  | { readonly state: "good"; readonly seconds: number; readonly sure: number | undefined }
  | { readonly state: "bad"; readonly faults: readonly SoakFault[] };

/**
 * The verdict over the runs in the order they were made. A run over its limits stands until one that is long
 * enough is within them: a short cool run never outweighs a hot one. For a fault that comes and goes the hours
 * of all runs since the last crash count.
 */
export function soakVerdict(runs: readonly Run[], hasFan: boolean): SoakVerdict {
  const before = soakFacts(runs.findLast(({ round }) => round === "before")?.readings ?? []);
  const after = runs.flatMap((run) => {
    const facts = run.round === "after" ? soakFacts(run.readings) : undefined;
    return facts ? [{ run, facts, faults: soakFaults(facts, before, hasFan) }] : [];
  });
  let faults: readonly SoakFault[] | undefined;
  let longest = 0;
  let quiet = 0;
  for (const one of after) {
    const isLong = one.facts.seconds >= LEAST_SOAK;
    longest = Math.max(longest, one.facts.seconds);
    quiet = one.facts.crashes > 0 ? 0 : quiet + one.facts.seconds / 3600;
    if (one.faults.length > 0) faults = one.faults;
    else if (isLong) faults = [];
  }
  if (after.length === 0) return { state: "none" };
  if (faults && faults.length > 0) return { state: "bad", faults };
  if (!faults) return { state: "short", seconds: longest, least: LEAST_SOAK };
  const seen = after.findLast(({ run }) => run.seen)?.run.seen;
  const sure = seen && sureGone(seen, quiet);
  if (seen && sure !== undefined && sure < SURE) {
    return { state: "unsure", sure, quiet, wants: hoursToBeSure(seen) };
  }
  return { state: "good", seconds: longest, sure };
}

const COOLER: readonly Cause[] = ["paste", "pad", "cooler-screws"];
const FAN: readonly Cause[] = ["fan-plug", "fan-turns"];

/** What is wrong with a run, measured against the limits and against the run before the work. */
export function soakFaults(
  after: SoakFacts,
  before: SoakFacts | undefined,
  hasFan: boolean,
  limits = LIMITS,
): readonly SoakFault[] {
  const faults: SoakFault[] = [];
  const isFanSlow = hasFan && after.fanRpm < limits.fanRpm;
  const causes: readonly Cause[] = isFanSlow
    ? [...FAN, ...COOLER]
    : hasFan
      ? [...COOLER, "fan-plug"]
      : COOLER;
  if (isFanSlow) {
    faults.push({ what: "fan", rpm: after.fanRpm, least: limits.fanRpm, causes: FAN });
  }
  if (after.hottest > limits.hottest) {
    faults.push({ what: "heat", celsius: after.hottest, most: limits.hottest, causes });
  }
  if (before && after.perWatt > before.perWatt * (1 + limits.worse)) {
    faults.push({ what: "worse", more: after.perWatt / before.perWatt - 1, causes });
  }
  if (after.crashes > 0) {
    const causes = ["memory-module", "memory-on-board", ...COOLER] as const;
    faults.push({ what: "crash", times: after.crashes, causes });
  }
  if (after.memoryErrors > 0) {
    const causes = ["memory-module", "memory-on-board"] as const;
    faults.push({ what: "memory", errors: after.memoryErrors, causes });
  }
  return faults;
}
