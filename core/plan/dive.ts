import type { DownStep, UpStep } from "./plan.ts";

/** One step of a job on the dive line. */
export interface DivePoint {
  readonly kind: "start" | "down" | "swap" | "up";
  /** How many lifts deep the machine is after this step. */
  readonly depth: number;
  readonly done: boolean;
  /** A gate stands before this step. */
  readonly gate: boolean;
}

/** The job as one line: down through the strip-down, the swap, up through the build-up. */
export interface Dive {
  readonly points: readonly DivePoint[];
  /** Index of the last point that is done: where you are. */
  readonly here: number;
  readonly deepest: number;
}

export interface DiveSteps {
  readonly down: readonly { readonly step: DownStep; readonly done: boolean }[];
  readonly swapped: boolean;
  readonly up: readonly {
    readonly step: UpStep;
    readonly done: boolean;
    readonly gate: boolean;
  }[];
}

/** The dive line of a job: one point for the start, each step and the swap, in order. */
export function diveOf({ down, swapped, up }: DiveSteps): Dive {
  const points: DivePoint[] = [{ kind: "start", depth: 0, done: true, gate: false }];
  let depth = 0;
  for (const { step, done } of down) {
    if (step.do === "lift") depth += 1;
    points.push({ kind: "down", depth, done, gate: false });
  }
  points.push({ kind: "swap", depth, done: swapped, gate: false });
  for (const { step, done, gate } of up) {
    if (step.do === "place") depth -= 1;
    points.push({ kind: "up", depth, done, gate });
  }
  return diveThrough(points);
}

const diveThrough = (points: readonly DivePoint[]): Dive => ({
  points,
  here: points.findLastIndex((point) => point.done),
  deepest: Math.max(...points.map(({ depth }) => depth)),
});

const LETTERS = { start: "s", down: "d", swap: "w", up: "u" } as const;
const KINDS = new Map(Object.entries(LETTERS).map(([kind, letter]) => [letter, kind] as const));

/**
 * A dive as a short text, to be kept with a ticket: a letter for each point, a capital where it is
 * done, then its depth, then `!` where a gate stands before it. A point down, done, then the swap
 * with one lift open → "S0D1w1"
 */
export const diveText = ({ points }: Dive): string =>
  points
    .map(({ kind, depth, done, gate }) => {
      const letter = LETTERS[kind];
      return `${done ? letter.toUpperCase() : letter}${depth}${gate ? "!" : ""}`;
    })
    .join("");

/** The dive of such a text; a text that is none throws. */
export function diveFromText(text: string): Dive {
  const points = [...text.matchAll(/([sdwu])(-?\d+)(!?)/gi)].map(([, letter, depth, gate]) => ({
    kind: KINDS.get(letter!.toLowerCase() as "s") as DivePoint["kind"],
    depth: Number(depth),
    done: letter === letter!.toUpperCase(),
    gate: gate === "!",
  }));
  if (points.length === 0) throw new Error(`no dive: ${text}`);
  return diveThrough(points);
}
