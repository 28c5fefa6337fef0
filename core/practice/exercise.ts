import type { ConnectorType } from "../guide/index.ts";
import type { DownStep } from "../plan/index.ts";
import type { MixUp } from "../screws/index.ts";

/** What is practised: each is drawn from the facts of a guide by a seed, and judged by them. */
export const EXERCISES = ["opens", "screw", "holds", "order", "build", "find", "paste"] as const;
export type ExerciseKind = (typeof EXERCISES)[number];

/** An exercise as it was set. The same setting on the same guide is the same exercise. */
export interface Setting {
  readonly kind: ExerciseKind;
  /** What comes again when it was missed: a type of connector, a model with a job, a symptom. */
  readonly subject: string;
  readonly seed: number;
  /** 1 to 5: how much is said beforehand, and how large the job is. */
  readonly level: number;
}
export const MOST_LEVEL = 5;

/** What a learner does. Which of them an exercise takes is its own to say. */
export type Deed =
  /** A step on the way down, right or not. */
  | { readonly do: "try"; readonly step: DownStep }
  /** The next step of a build-up is done as it is read out. */
  | { readonly do: "on" }
  /** Something was left unmade. */
  | { readonly do: "missing"; readonly joint: string }
  /** One of the answers that are offered. */
  | { readonly do: "say"; readonly answer: string }
  | { readonly do: "check"; readonly check: string }
  | { readonly do: "repair"; readonly cause: string }
  /** Paste is put on, and the screws are turned in this order, a pass each time that one is named. */
  | { readonly do: "press"; readonly paste: Put; readonly turns: readonly number[] }
  /** Given up: what was to be known is told. */
  | { readonly do: "leave" };

/** Paste as it is put on: how much (mm³), and how far its middle is from the die's, mm. What pattern is the exercise's. */
export interface Put {
  readonly volume: number;
  readonly x: number;
  readonly y: number;
}
export const PATTERNS = ["dot", "bead", "spread"] as const;
export type Pattern = (typeof PATTERNS)[number];

/** What went wrong, each with what it touched. */
export type Damage =
  /** Pulled on while something still held it. */
  | { readonly type: "pulled"; readonly joint: string }
  /** Worked on while the battery was on. */
  | { readonly type: "live"; readonly thing: string }
  /** Left unmade until the machine was shut, or until it was covered. */
  | { readonly type: "unmade"; readonly joint: string; readonly minutes: number }
  | { readonly type: "false-alarm"; readonly joint: string }
  | { readonly type: "wrong-hole"; readonly lot: string; readonly mixUp: MixUp | undefined }
  | { readonly type: "forced"; readonly joint: string; readonly as: ConnectorType }
  | { readonly type: "for-nothing"; readonly joint: string }
  | { readonly type: "replaced"; readonly cause: string }
  | { readonly type: "starved"; readonly share: number; readonly kelvin: number }
  | { readonly type: "over-edge"; readonly volume: number }
  /** One corner of the die bore this much. */
  | { readonly type: "askew"; readonly newtons: number }
  | { readonly type: "left" };

/** How an exercise came out. Minutes that it took, and the least that it could. */
export interface Outcome {
  readonly minutes: number;
  readonly least: number;
  readonly damage: readonly Damage[];
}

/** A try that the facts forbid takes its time too, minutes. */
export const TRY = 0.25;

/** Minutes above the least, to a hundredth. */
export const lost = ({ minutes, least }: Outcome): number =>
  Math.max(0, Math.round((minutes - least) * 100) / 100);

/** More than this above the least is not yet how it is done. */
const SLACK = 0.1;

/** How well it went: missed, right but not the quickest way, right. */
export type Grade = "missed" | "slow" | "right";
export function gradeOf(outcome: Outcome): Grade {
  if (outcome.damage.length > 0) return "missed";
  return lost(outcome) > Math.max(0.5, SLACK * outcome.least) ? "slow" : "right";
}

/** A list in an order that the numbers give. */
export function shuffled<T>(random: () => number, items: readonly T[]): T[] {
  const list = [...items];
  for (let i = list.length - 1; i > 0; i--) {
    const k = Math.floor(random() * (i + 1));
    [list[i], list[k]] = [list[k]!, list[i]!];
  }
  return list;
}
