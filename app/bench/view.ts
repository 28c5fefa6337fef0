import {
  gateOf,
  mainPart,
  nextCell,
  routeDown,
  routeUp,
  stepKey,
  type BenchState,
  type Lot,
  type Machinery,
} from "../../core/bench/index.ts";
import type { Guide, ScrewsJoint } from "../../core/guide/index.ts";
import type { DownStep, Step, UpStep } from "../../core/plan/index.ts";
import type { MapMarks } from "../machine-map/machine-map.tsx";

/** What the right side of the bench shows. */
export type Mood = "step" | "gate" | "swap" | "end" | "closed";

export interface BenchView {
  readonly mood: Mood;
  readonly step: Step | undefined;
  /** The step after this one, for a look ahead. */
  readonly next: Step | undefined;
  readonly gate: readonly { readonly joint: string; readonly confirmed: boolean }[];
  /** 1-based place of the step among all steps of the job, and their number. */
  readonly at: number;
  readonly of: number;
  readonly left: readonly Step[];
  readonly mapView: string;
  readonly marks: MapMarks;
}

/** What to show of a job, the step being the first that is left or the one that was chosen. */
export function benchView(
  machinery: Machinery,
  state: BenchState,
  chosen: string | undefined,
): BenchView {
  const { guide } = machinery;
  const left = stepsLeft(machinery, state);
  const picked = left.find((step) => stepKey(step) === chosen) ?? left[0];
  const step = state.phase === "down" || state.phase === "up" ? picked : undefined;
  const rest = left.filter((other) => other !== step);
  const gate = step?.do === "place" ? gateOf(machinery, state, step) : [];
  const open = gate.find(({ confirmed }) => !confirmed);
  const shown: Step | undefined = open ? { do: "make", joint: open.joint } : step;
  const mood = moodOf(state, step, gate);
  return {
    mood,
    step,
    next: step ? rest[0] : undefined,
    gate,
    at: Math.min(doneCount(state) + 1, total(machinery, state)),
    of: total(machinery, state),
    left,
    mapView: mapViewOf(guide, mood, shown),
    marks: marksOf(machinery, state, shown, left),
  };
}

function stepsLeft(machinery: Machinery, state: BenchState): readonly (DownStep | UpStep)[] {
  if (state.phase === "down") return routeDown(machinery, state).steps;
  if (state.phase === "up") return routeUp(machinery, state).map(({ step }) => step);
  return [];
}

function moodOf(state: BenchState, step: Step | undefined, gate: BenchView["gate"]): Mood {
  if (state.phase === "swap") return "swap";
  if (state.phase === "closed") return "closed";
  if (!step) return "end";
  return gate.length > 0 ? "gate" : "step";
}

const doneCount = (state: BenchState): number => state.done.length + state.undone.size;

function total(machinery: Machinery, state: BenchState): number {
  const ahead = state.phase === "down" ? stepsLeft(machinery, state).length : 0;
  return 2 * (state.done.length + ahead);
}

function mapViewOf(guide: Guide, mood: Mood, step: Step | undefined): string {
  const views = Object.keys(guide.views);
  const fallback = views.at(-1)!;
  if (mood === "end" || mood === "closed") return views[0]!;
  if (!step) return fallback;
  if (step.do === "release" || step.do === "make") {
    return guide.joints[step.joint]?.at?.[0]?.view ?? fallback;
  }
  return guide.parts[mainPart(guide, step.parts)]?.shape?.view ?? fallback;
}

function marksOf(
  { model }: Machinery,
  state: BenchState,
  step: Step | undefined,
  left: readonly Step[],
): MapMarks {
  const home = state.machine.stack[model.frame];
  const touched = new Set(
    !step ? [] : step.do === "lift" || step.do === "place" ? step.parts : [step.joint],
  );
  return {
    touched,
    out: new Set(model.partIds.filter((_, p) => state.machine.stack[p] !== home)),
    inTheWay: new Set(left.flatMap((one) => (one.do === "lift" ? one.parts : []))),
    ahead: new Set(
      left.flatMap((one) => (one.do === "release" || one.do === "make" ? [one.joint] : [])),
    ),
  };
}

/** The step that a tap on a part or a joint means, if it is among those that are left. */
export function tapped(left: readonly Step[], id: string): Step | undefined {
  return left.find((step) =>
    step.do === "release" || step.do === "make" ? step.joint === id : step.parts.includes(id),
  );
}

/** A screw step: how many are expected here, and the cell they go to or lie in. */
export interface ScrewStep {
  readonly joint: ScrewsJoint;
  readonly expected: number;
  readonly cell: number | undefined;
  readonly lot: Lot | undefined;
}

export function screwStep(
  { guide }: Machinery,
  state: BenchState,
  step: Step | undefined,
): ScrewStep | undefined {
  if (step?.do !== "release" && step?.do !== "make") return undefined;
  const joint = guide.joints[step.joint]!;
  if (joint.kind !== "screws") return undefined;
  const lot = state.lots.get(step.joint);
  if (step.do === "make") return { joint, expected: lot?.out ?? joint.count, cell: lot?.cell, lot };
  const cell = joint.captive === true ? undefined : nextCell(state);
  return { joint, expected: joint.count, cell, lot };
}
