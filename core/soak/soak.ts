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
}

const number = { type: "number" };

/** The readings of one run, as they are sent and kept. */
export const readReadings: Reader<readonly Reading[]> = reader({
  type: "array",
  minItems: 1,
  maxItems: 10_000,
  items: {
    type: "object",
    required: ["t", "celsius", "ambient", "fanRpm", "watts", "memoryErrors"],
    additionalProperties: false,
    properties: {
      t: number,
      celsius: number,
      ambient: number,
      fanRpm: number,
      watts: number,
      memoryErrors: number,
    },
  },
});

export interface SoakFacts {
  /** Rise over the room for each watt once it has settled, K/W. */
  readonly perWatt: number;
  readonly hottest: number;
  readonly fanRpm: number;
  readonly watts: number;
  readonly memoryErrors: number;
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

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
};

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
);

export interface Run {
  readonly round: "before" | "after";
  readonly readings: readonly Reading[];
}

/** The runs that count: before the work, and since the machine was shut last (ISO time). */
export function countedRuns<T extends Run & { readonly at: string }>(
  runs: readonly T[],
  shut: string | undefined,
): readonly T[] {
  return runs.filter(({ round, at }) => round === "before" || at >= (shut ?? ""));
}

/** What is wrong with the last run after the work; undefined when there was none. */
export function lastFaults(
  runs: readonly Run[],
  hasFan: boolean,
): readonly SoakFault[] | undefined {
  const last = (round: Run["round"]): SoakFacts | undefined =>
    soakFacts(runs.findLast((run) => run.round === round)?.readings ?? []);
  const after = last("after");
  return after && soakFaults(after, last("before"), hasFan);
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
  if (after.memoryErrors > 0) {
    const causes = ["memory-module", "memory-on-board"] as const;
    faults.push({ what: "memory", errors: after.memoryErrors, causes });
  }
  return faults;
}
