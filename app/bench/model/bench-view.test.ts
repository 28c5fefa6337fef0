import { stepKey } from "../../../core/plan/index.ts";
import { apply, type BenchState, type Entry, foldLedger } from "../../../core/bench/index.ts";
import { planJob, type Step } from "../../../core/plan/index.ts";
import { modelOf } from "../../../core/rules/index.ts";
import { smallGuide, PIN } from "../../../testing/builders.ts";
import { nextEntry } from "../../../testing/play.ts";
import { reasonsFor } from "../step/count-box.tsx";
import { benchView, screwStep as screwStepOf, tapped, trayNow } from "./bench-view.ts";

const model = modelOf(smallGuide());
const cells = { habit: "cells", grid: { rows: 2, columns: 3, holds: 12 } } as const;
const screwStep = (facts: typeof model, state: BenchState, step: Step | undefined) =>
  screwStepOf(facts, state, step, cells, trayNow(facts, state, cells));
const plan = planJob(model.guide, { for: ["fan"] });
if (!plan.ok) throw new Error("no plan");
const start: Entry = { do: "start", guide: PIN, job: { for: ["fan"] }, down: plan.value.down };
const begun = (): BenchState => apply(model, foldLedger(model, []), start);
const go = (state: BenchState): BenchState =>
  apply(model, state, nextEntry(model, state, undefined)!);

function until(mood: string): BenchState {
  let state = begun();
  for (let i = 0; i < 60 && benchView(model, state, undefined).mood !== mood; i++)
    state = go(state);
  return state;
}

test("the moods of a job come in order: steps, swap, steps, a gate, steps, the end", () => {
  const moods: string[] = [];
  let state = begun();
  for (let i = 0; i < 60; i++) {
    const { mood } = benchView(model, state, undefined);
    if (moods.at(-1) !== mood) moods.push(mood);
    if (mood === "closed") break;
    state = go(state);
  }
  expect(moods).toEqual([
    "stop",
    "step",
    "stop",
    "step",
    "stop",
    "step",
    "swap",
    "step",
    "gate",
    "step",
    "gate",
    "power",
    "checks",
    "stop",
    "step",
    "end",
    "closed",
  ]);
});

test("steps are counted over the whole job, down and up", () => {
  const first = benchView(model, begun(), undefined);
  expect([first.at, first.of]).toEqual([1, 2 * plan.value.down.length]);
  const last = benchView(model, until("end"), undefined);
  expect([last.at, last.of]).toEqual([last.of, 2 * plan.value.down.length]);
  expect(last.step).toBeUndefined();
});

test("a chosen step is shown instead of the next one, as long as it is left", () => {
  const state = begun();
  const { left, step } = benchView(model, state, undefined);
  const other = left[1]!;
  expect(benchView(model, state, stepKey(other)).step).toEqual(other);
  expect(benchView(model, state, "joint:no-such").step).toEqual(step);
});

test("a tap means the step of that joint, or of the lift that takes that part", () => {
  const { left } = benchView(model, begun(), undefined);
  expect(tapped(left, "fan-plug")).toEqual({ do: "release", joint: "fan-plug" });
  expect(tapped(left, "fan")).toEqual({ do: "lift", parts: ["fan"] });
  expect(tapped(left, "battery-screws")).toBeUndefined();
});

test("the map marks what is touched, out, in the way and still to come", () => {
  const state = until("swap");
  const marks = benchView(model, state, undefined).marks;
  expect([...marks.out].sort()).toEqual(["base", "fan"]);
  expect(marks.touched.size).toBe(0);
  const first = benchView(model, begun(), undefined).marks;
  expect([...first.inTheWay].sort()).toEqual(["base", "fan"]);
  expect(first.ahead.has("fan-screws")).toBe(true);
});

test("at a gate the map shows the joint to look at, not the cover", () => {
  const view = benchView(model, until("gate"), undefined);
  expect(view.gate?.joints.length).toBeGreaterThan(0);
  expect([...view.marks.touched]).toEqual(view.gate?.joints);
});

describe("screws", () => {
  test("out: the guide's number and the next free cell; back: what came out, and from where", () => {
    const state = begun();
    const step = { do: "release", joint: "base-screws" } as const;
    expect(screwStep(model, state, step)).toMatchObject({ expected: 4, cell: 1 });
    const short: Entry = { ...step, count: 3, cell: 5, differs: { reason: "stuck" } };
    const after = apply(model, state, short);
    expect(screwStep(model, after, { do: "make", joint: "base-screws" })).toMatchObject({
      expected: 3,
      cell: 5,
    });
    expect(screwStep(model, after, { do: "release", joint: "fan-screws" })?.cell).toBe(1);
  });
  test("a plug or a lift is no screw step", () => {
    expect(screwStep(model, begun(), { do: "release", joint: "fan-plug" })).toBeUndefined();
    expect(screwStep(model, begun(), { do: "lift", parts: ["fan"] })).toBeUndefined();
    expect(screwStep(model, begun(), undefined)).toBeUndefined();
  });
  test("the reasons that are offered fit the difference", () => {
    expect(reasonsFor(4, 4)).toEqual([]);
    expect(reasonsFor(3, 4)).toEqual(["missing-at-intake", "stuck", "lost"]);
    expect(reasonsFor(5, 4)).toEqual(["found"]);
  });
});
