import type { DownStep, UpStep } from "./plan.ts";

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
  const deepest = depth;
  points.push({ kind: "swap", depth, done: swapped, gate: false });
  for (const { step, done, gate } of up) {
    if (step.do === "place") depth -= 1;
    points.push({ kind: "up", depth, done, gate });
  }
  return { points, here: points.findLastIndex((point) => point.done), deepest };
}
