import { guide, part, plug, screws, smallGuide, PIN } from "../../testing/builders.ts";
import { nextEntry } from "../../testing/play.ts";
import { planJob } from "../plan/index.ts";
import { modelOf } from "../rules/index.ts";
import { placeWords } from "../words/index.ts";
import type { LedgerEvent } from "./events.ts";
import { foldLedger } from "./fold.ts";
import { reworkChoices } from "./going-back.ts";
import type { Lot } from "./lots.ts";
import { looseningOf, tighteningOf, turnAt } from "./tightening.ts";
import { leadRoute, trayOfPlan, trayPlan, whereabouts } from "./tray-plan.ts";

const model = modelOf(smallGuide());
const grid = { rows: 2, columns: 2, holds: 12 };

function played(steps: number) {
  const plan = planJob(model.guide, { for: ["board"] });
  if (!plan.ok) throw new Error("no plan");
  const at = "2026-01-01T00:00:00Z";
  const start = {
    do: "start",
    guide: PIN,
    job: { for: ["board"] },
    down: plan.value.down,
  } as const;
  const events: LedgerEvent[] = [{ id: "e0", at, by: "t", entry: start }];
  for (let i = 0; i < steps; i++) {
    const entry = nextEntry(model, foldLedger(model, events), undefined);
    if (entry) events.push({ id: `e${i + 1}`, at, by: "t", entry });
  }
  return foldLedger(model, events);
}

describe("the tray of a job", () => {
  test("gives each lot that comes out a cell, in the order they come out", () => {
    const plan = planJob(model.guide, { for: ["fan"] });
    const tray = plan.ok ? trayOfPlan(model.guide, plan.value.down, grid) : undefined;
    expect([...tray!.cells.values()]).toEqual([1, 2]);
    expect(tray).toMatchObject({ danger: 0, exact: true, shared: [] });
  });
  test("what lies in a cell stays there while the rest is planned", () => {
    const state = played(4);
    const [first] = state.lots.values();
    const tray = trayPlan(model, state, grid)!;
    expect(tray.cells.get(first!.joint)).toBe(first!.cell);
    expect(new Set(tray.cells.values()).size).toBe(tray.cells.size);
  });
  test("a lot in the last cell stays there; one beyond the tray is given a cell in it", () => {
    const lying = (cell: number) => {
      const state = played(4);
      const [id, lot] = [...state.lots][0]!;
      return { id, state: { ...state, lots: new Map([[id, { ...lot, cell }]]) } };
    };
    const last = lying(4);
    expect(trayPlan(model, last.state, grid)!.cells.get(last.id)).toBe(4);
    const beyond = lying(5);
    expect(trayPlan(model, beyond.state, grid)!.cells.get(beyond.id)).toBeLessThanOrEqual(4);
  });
  test("a danger that cannot be avoided is named with its cell", () => {
    const plan = planJob(model.guide, { for: ["board"] });
    const tray = plan.ok
      ? trayOfPlan(model.guide, plan.value.down, { rows: 1, columns: 1, holds: 99 })
      : undefined;
    expect(tray!.shared.map(({ risk }) => risk)).toContainEqual({
      type: "too-long",
      screw: 5,
      hole: 3,
    });
  });
  test.each([
    ["cells", 3, "cell 3"],
    ["mirror", undefined, "on the sheet, where they sat"],
    ["with-part", undefined, "beside the base cover"],
    ["parked", undefined, "back in their holes, parked"],
  ] as const)("%s", (lies, cell, words) => {
    expect(placeWords(model.guide, "base-screws", lies, cell)).toBe(words);
  });
});

test("screws are counted by where they are", () => {
  const lot: Lot = {
    joint: "a",
    expected: 4,
    out: 4,
    in: undefined,
    cell: 1,
    lies: "cells",
    outDiffers: undefined,
    loose: 0,
    inDiffers: undefined,
  };
  const lots: Lot[] = [
    lot,
    { ...lot, lies: "parked", out: 2, expected: 2 },
    { ...lot, out: 3, in: 3, outDiffers: { reason: "missing-at-intake" } },
    { ...lot, in: 2, inDiffers: { reason: "lost" } },
  ];
  expect(whereabouts(lots)).toEqual({ out: 4, back: 5, parked: 2, shortAtIntake: 1, lost: 2 });
});

describe("tightening a lot", () => {
  const at = [
    [0, 0],
    [20, 0],
    [20, 10],
    [0, 10],
  ].map(([x, y]) => ({ view: "top", x: x!, y: y! }));
  const facts = guide({
    parts: {
      frame: part(),
      cooler: part("frame", { handling: ["paste"] }),
      lead: part("frame", { kind: "cable" }),
    },
    joints: {
      stamped: screws(["cooler", "frame"], { count: 4, at, order: [4, 2, 3, 1] }),
      plain: screws(["frame", "cooler"], { count: 4, at, torque: 0.2 }),
      nowhere: screws(["cooler", "frame"]),
      plug: plug(["frame", "lead"]),
      guides: { kind: "route", joins: ["frame", "lead"] },
      other: { kind: "route", joins: ["frame", "cooler"] },
    },
  });
  const tightModel = modelOf(facts);
  const closed = foldLedger(tightModel, []);
  test("a cooler is loosened a little at each screw, against the order", () => {
    const how = looseningOf(facts, "stamped")!;
    expect(how.passes.map(({ does }) => does)).toEqual(["loosen", "take-out"]);
    expect(how.passes[0]!.order).toEqual([0, 2, 1, 3]);
    expect(looseningOf(facts, "plug")).toBeUndefined();
  });
  test("the lots of one cooler are tightened together, once the last of them is in", () => {
    const both = { ...closed, done: ["stamped", "plain"].map(released) };
    const open = closed.machine.open.slice();
    open[tightModel.jointOf.get("plain")!] = 1;
    const waiting = { ...both, machine: { ...closed.machine, open } };
    const first = tighteningOf(tightModel, waiting, "stamped")!;
    expect(first).toMatchObject({ waitsFor: ["plain"], passes: [{ does: "start" }] });
    const last = tighteningOf(tightModel, both, "plain")!;
    expect(last.passes.map(({ does, round, joint }) => `${round} ${does} ${joint}`)).toEqual([
      "0 start plain",
      "1 touch stamped",
      "1 touch plain",
      "2 tighten-again stamped",
      "2 tighten-again plain",
    ]);
    expect(turnAt(last, 4)).toMatchObject({ pass: { joint: "stamped" }, at: 0 });
    expect(turnAt(last, 999)).toMatchObject({ pass: { joint: "plain", round: 2 }, at: 3 });
  });
  const released = (id: string) => ({ do: "release", joint: tightModel.jointOf.get(id)! }) as const;
  test("the stamped order wins; else it goes crosswise, in passes for a cooler", () => {
    expect(tighteningOf(tightModel, closed, "stamped")).toMatchObject({ orderFrom: "guide" });
    expect(tighteningOf(tightModel, closed, "stamped")!.passes[1]!.order).toEqual([3, 1, 2, 0]);
    expect(tighteningOf(tightModel, closed, "plain")!.passes).toHaveLength(3);
    expect(tighteningOf(tightModel, closed, "plain")).toMatchObject({
      orderFrom: "crosswise",
      torque: { low: 0.2, high: 0.2, from: "guide" },
    });
    // Without a number of its own a lot has what its thread stands.
    const { torque } = tighteningOf(tightModel, closed, "stamped")!;
    expect(torque).toMatchObject({ from: "thread" });
    expect(torque!.low).toBeLessThan(torque!.high);
    expect(tighteningOf(tightModel, closed, "nowhere")).toBeUndefined();
    expect(tighteningOf(tightModel, closed, "plug")).toBeUndefined();
  });
  test("a lead is followed back through the guides it lies in", () => {
    expect(leadRoute(facts, "plug")).toEqual(["guides"]);
    expect(leadRoute(facts, "plain")).toEqual([]);
  });
});

test("a function that fails points to its plugs, with the minutes back to each", () => {
  let steps = 4;
  while (played(steps).phase !== "up" || played(steps).machine.stack.some((s) => s !== 0))
    steps += 1;
  const [choice] = reworkChoices(model, played(steps), "fan");
  expect(choice).toMatchObject({ joint: "fan-plug", off: ["base"] });
  expect(choice!.minutes).toBeGreaterThan(0.5);
  expect(reworkChoices(model, played(steps), "keyboard")).toEqual([]);
});
