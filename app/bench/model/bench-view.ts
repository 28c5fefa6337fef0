import {
  type Ask,
  type BenchState,
  type Check,
  type Habit,
  leadRoute,
  looseningOf,
  type Lot,
  nextAsk,
  nextCell,
  type Region,
  type Round,
  screwsIn,
  stepsLeft,
  type Stop,
  type Tightening,
  tighteningOf,
  trayPlan,
  type TrayPlan,
  turnAt,
} from "../../../core/bench/index.ts";
import { type Guide, mainPart, mainView, type ScrewsJoint } from "../../../core/guide/index.ts";
import { type Step, stepKey } from "../../../core/plan/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import type { TrayGrid } from "../../../core/screws/index.ts";
import type { MapMarks } from "../../signs/map/looks.ts";

/** What the right side of the bench shows. */
export type Mood =
  "step" | "stop" | "gate" | "power" | "checks" | "swap" | "end" | "closed" | "planning";

export interface BenchView {
  readonly mood: Mood;
  readonly step: Step | undefined;
  /** The steps after this one, for a look ahead. */
  readonly then: readonly Step[];
  /** What is looked at now, and the looks that come after it. */
  readonly gate: Gate | undefined;
  /** The question that has to be answered before the step. */
  readonly stop: Stop | undefined;
  /** Of which round the checks are. */
  readonly round: Round;
  /** The checks that are due, the next one first, in the moods for them. */
  readonly checks: readonly Check[];
  /** 1-based place of the step among all steps of the job, and their number. */
  readonly at: number;
  readonly of: number;
  readonly left: readonly Step[];
  readonly mapView: string;
  /** How the screws of the step are turned, where that has an order. */
  readonly turns: Tightening | undefined;
  readonly marks: MapMarks;
}

/** A look at a region: its joints that were not seen yet. */
export interface Gate {
  readonly region: Region;
  readonly joints: readonly string[];
  readonly later: readonly Region[];
}

/** So many of the steps to come are named. */
const THEN = 3;

/** What to show of a job, the step being the first that is left or the one that was chosen. */
export function benchView(model: Model, state: BenchState, chosen: string | undefined): BenchView {
  const { guide } = model;
  const left = stepsLeft(model, state);
  const picked = left.find((step) => stepKey(step) === chosen) ?? left[0];
  const step = state.phase === "down" || state.phase === "up" ? picked : undefined;
  const rest = left.filter((other) => other !== step);
  const ask = nextAsk(model, state, step);
  const mood = moodOf(state, ask);
  const gate = ask.type === "gate" ? ask : undefined;
  const shown: Step | undefined = gate ? { do: "make", joint: gate.joints[0]! } : step;
  const marks = { ...marksOf(model, state, shown, left), ...(gate ? {} : linesOf(guide, shown)) };
  return {
    mood,
    step,
    stop: ask.type === "stop" ? ask.stop : undefined,
    round: step ? "open" : "shut",
    checks: ask.type === "power-on" || ask.type === "check" ? ask.checks : [],
    then: step ? rest.slice(0, THEN) : [],
    gate,
    at: Math.min(doneCount(state) + 1, total(model, state)),
    of: total(model, state),
    left,
    mapView: mapViewOf(guide, mood, shown),
    turns: turnsOf(model, state, shown),
    marks: gate ? { ...marks, touched: new Set(gate.joints) } : marks,
  };
}

function moodOf(state: BenchState, ask: Ask): Mood {
  switch (ask.type) {
    case "power-on":
      return "power";
    case "check":
      return "checks";
    case "close":
      return "end";
    case "nothing":
      // A step was written that wants a new plan, and the plan has not come yet.
      return state.phase === "down" ? "planning" : "closed";
    default:
      return ask.type;
  }
}

const doneCount = (state: BenchState): number => state.done.length + state.undone.size;

function total(model: Model, state: BenchState): number {
  const ahead = state.phase === "down" ? stepsLeft(model, state).length : 0;
  return 2 * (state.done.length + ahead);
}

function mapViewOf(guide: Guide, mood: Mood, step: Step | undefined): string {
  const views = Object.keys(guide.views);
  const fallback = mainView(guide);
  if (mood === "end" || mood === "closed") return views[0]!;
  if (!step) return fallback;
  if (step.do === "release" || step.do === "make") {
    return guide.joints[step.joint]?.at?.[0]?.view ?? fallback;
  }
  return guide.parts[mainPart(guide, step.parts)]?.shape?.view ?? fallback;
}

function marksOf(
  model: Model,
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

/** The way a lead runs, for the step that is shown. */
function linesOf(guide: Guide, step: Step | undefined): Pick<MapMarks, "lead"> {
  if (step?.do !== "release" && step?.do !== "make") return {};
  const lead = leadRoute(guide, step.joint);
  return lead.length > 0 ? { lead: [step.joint, ...lead] } : {};
}

/** How the screws of a step are loosened or tightened, where that has an order. */
function turnsOf(model: Model, state: BenchState, step: Step | undefined): Tightening | undefined {
  if (step?.do === "make") return tighteningOf(model, state, step.joint);
  return step?.do === "release" ? looseningOf(model.guide, step.joint) : undefined;
}

/** What the map shows while a screw of an order is turned: its lot, and which one it is. */
export function turnMarks(marks: MapMarks, turns: Tightening | undefined, turn: number): MapMarks {
  if (!turns) return marks;
  const { pass, at } = turnAt(turns, turn);
  if (pass.order.length < 3) return marks;
  return { ...marks, touched: new Set([pass.joint]), sequence: pass.order, at };
}

/** The step that a tap on a part or a joint means, if it is among those that are left. */
export function tapped(left: readonly Step[], id: string): Step | undefined {
  return left.find((step) =>
    step.do === "release" || step.do === "make" ? step.joint === id : step.parts.includes(id),
  );
}

/** A screw step: how many are expected here, and where they go to or lie. */
export interface ScrewStep {
  readonly joint: ScrewsJoint;
  readonly expected: number;
  readonly lies: Habit;
  readonly cell: number | undefined;
  readonly lot: Lot | undefined;
}

/** How this technician keeps screws, and the tray at hand. */
export interface Keeping {
  readonly habit: Habit;
  readonly grid: TrayGrid;
}

/** The habit of the job, where one was chosen, else the technician's own. */
export const keepingNow = (state: BenchState, own: Keeping): Keeping => ({
  ...own,
  habit: state.habit ?? own.habit,
});

export function screwStep(
  { guide }: Model,
  state: BenchState,
  step: Step | undefined,
  keeping: Keeping,
  tray: TrayPlan | undefined,
): ScrewStep | undefined {
  if (step?.do !== "release" && step?.do !== "make") return undefined;
  const joint = guide.joints[step.joint]!;
  if (joint.kind !== "screws") return undefined;
  const lot = state.lots.get(step.joint);
  if (step.do === "make") {
    const { out, lies, cell } = lot ?? { out: joint.count, lies: keeping.habit, cell: undefined };
    return { joint, expected: out, lies, cell, lot };
  }
  const isInCells = joint.captive !== true && keeping.habit === "cells";
  const cell = isInCells ? (tray?.cells.get(step.joint) ?? nextCell(state)) : undefined;
  const lies = joint.captive === true ? "parked" : keeping.habit;
  const expected = screwsIn(lot, joint.count);
  return { joint, expected, lies, cell, lot };
}

export const trayNow = (
  model: Model,
  state: BenchState,
  { habit, grid }: Keeping,
): TrayPlan | undefined => (habit === "cells" ? trayPlan(model, state, grid) : undefined);
