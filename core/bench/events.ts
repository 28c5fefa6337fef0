import type { Job, Step } from "../plan/index.ts";
import type { DownStep } from "../plan/plan.ts";

export const COUNT_REASONS = ["missing-at-intake", "stuck", "lost", "found"] as const;
export type CountReason = (typeof COUNT_REASONS)[number];

/** What was counted where it is not what was expected, and why. */
export interface CountDiffers {
  readonly reason: CountReason;
  readonly note?: string;
}

/** What one event of the ledger says. Steps are the plan's own, in the guide's ids. */
export type Entry =
  | { readonly do: "start"; readonly job: Job; readonly down: readonly DownStep[] }
  | {
      readonly do: "release";
      readonly joint: string;
      /** Screws only: how many came out, where they lie, and why it is not the guide's number. */
      readonly count?: number;
      readonly cell?: number;
      readonly differs?: CountDiffers;
    }
  | { readonly do: "lift"; readonly parts: readonly string[] }
  | { readonly do: "swap" }
  | { readonly do: "confirm"; readonly joint: string }
  | { readonly do: "place"; readonly parts: readonly string[] }
  | {
      readonly do: "make";
      readonly joint: string;
      readonly count?: number;
      readonly differs?: CountDiffers;
    }
  | { readonly do: "take-back"; readonly event: string }
  | { readonly do: "replan"; readonly job: Job; readonly down: readonly DownStep[] }
  | {
      readonly do: "close";
      /** Screws that lie on the bench and belong nowhere. */
      readonly left: number;
      readonly explained?: string;
    };

export interface LedgerEvent {
  /** Made by the client: the same event sent twice is one event. */
  readonly id: string;
  /** ISO 8601, UTC. */
  readonly at: string;
  readonly by: string;
  readonly entry: Entry;
}

/** A step as a key: the same step has the same key wherever it is named. */
export const stepKey = (step: Step): string =>
  step.do === "release" || step.do === "make"
    ? `joint:${step.joint}`
    : `parts:${[...step.parts].sort().join("+")}`;
