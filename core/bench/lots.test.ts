import { planJob } from "../plan/index.ts";
import { modelOf } from "../rules/index.ts";
import { expectedLeft } from "./admit.ts";
import type { Entry } from "./events.ts";
import { apply } from "./fold.ts";
import { fromLastTime, looseOf, type Lot, putIn, screwsIn, takenOut } from "./lots.ts";
import { Bench } from "../../testing/bench.ts";
import { smallGuide, PIN } from "../../testing/builders.ts";

const model = modelOf(smallGuide());
const fanJob = (): Bench => new Bench(model, { for: ["fan"] });

const lot = (more: Partial<Lot> = {}): Lot => ({
  joint: "fan-screws",
  expected: 4,
  out: 4,
  in: undefined,
  cell: undefined,
  lies: "mirror",
  outDiffers: undefined,
  inDiffers: undefined,
  loose: 0,
  ...more,
});
const release = (more: object = {}) => ({ do: "release" as const, joint: "fan-screws", ...more });
const make = (more: object = {}) => ({ do: "make" as const, joint: "fan-screws", ...more });
const missing = { reason: "missing-at-intake" } as const;
const stuck = { reason: "stuck" } as const;
const lost = { reason: "lost" } as const;

describe("a lot that comes out", () => {
  test("is of the guide's number unless it was counted", () => {
    expect(takenOut(undefined, 4, release())).toEqual(lot());
    expect(takenOut(undefined, 4, release({ count: 3, differs: missing }))).toEqual(
      lot({ out: 3, outDiffers: missing }),
    );
  });
  test("lies in the cell it was put in, else where its habit says", () => {
    expect(takenOut(undefined, 4, release({ cell: 7 }))).toMatchObject({ lies: "cells", cell: 7 });
    expect(takenOut(undefined, 4, release({ lies: "parked" })).lies).toBe("parked");
  });
  test("a second time is as many as went in, with the reason that is known", () => {
    const before = lot({ out: 4, in: 3, inDiffers: lost });
    expect(screwsIn(before, 4)).toBe(3);
    expect(takenOut(before, 4, release())).toMatchObject({ out: 3, outDiffers: lost, loose: 0 });
    const whole = lot({ in: 4 });
    expect(takenOut(whole, 4, release())).toMatchObject({ out: 4, outDiffers: undefined });
  });
  test("a second time keeps what was left lying, over several times", () => {
    const once = takenOut(lot({ in: 3, inDiffers: stuck }), 4, release());
    expect(once.loose).toBe(1);
    const twice = takenOut(putIn(once, make({ count: 2, differs: stuck })), 4, release());
    expect(twice).toMatchObject({ out: 2, loose: 2 });
  });
});

describe("a lot that goes back", () => {
  test("is whole unless it was counted", () => {
    expect(putIn(lot(), make())).toEqual(lot({ in: 4 }));
    expect(looseOf(putIn(lot(), make({ count: 3, differs: stuck })))).toBe(1);
    expect(looseOf(putIn(lot(), make({ count: 3, differs: lost })))).toBe(0);
  });
  test("with more than came out takes them from what lay loose, and no more than lay there", () => {
    const found = { reason: "found" } as const;
    expect(putIn(lot({ out: 3, loose: 2 }), make({ count: 4, differs: found })).loose).toBe(1);
    expect(putIn(lot({ out: 3, loose: 1 }), make({ count: 6, differs: found })).loose).toBe(0);
  });
});

test("of a time before only what went in is known, and nothing lies on the bench", () => {
  const before = lot({ out: 4, in: 3, inDiffers: stuck, loose: 1 });
  expect(fromLastTime(before)).toEqual(lot({ out: 3, in: 3, outDiffers: stuck }));
  expect(looseOf(fromLastTime(before))).toBe(0);
  expect(fromLastTime(lot({ out: 3, in: 3, outDiffers: missing })).outDiffers).toBe(missing);
});

describe("a machine that is opened once more", () => {
  /** Strips down with one base screw missing from the start, and builds up with one kept out. */
  function closedShort(): Bench {
    const bench = fanJob();
    const missing = { reason: "missing-at-intake" as const };
    bench.tick({ do: "release", joint: "base-screws", count: 3, cell: 1, differs: missing });
    bench.down();
    bench.tick({ do: "swap", fitted: [{ part: "fan", code: "F-1" }] });
    bench.up({ "fan-screws": 1 });
    expect(bench.tick({ do: "close", left: 1 })).toBeUndefined();
    return bench;
  }
  const start = (): Entry => {
    const plan = planJob(model.guide, { for: ["fan"] });
    if (!plan.ok) throw new Error("no plan");
    return { do: "start", guide: PIN, job: { for: ["fan"] }, down: plan.value.down };
  };

  test("begins with the machine shut, all stops and checks open, and knows what it was put together with", () => {
    const bench = closedShort();
    expect(bench.state.phase).toBe("closed");
    expect(bench.tick(start())).toBeUndefined();
    const { state } = bench;
    expect(state.phase).toBe("down");
    expect(state.done).toEqual([]);
    expect([...state.answers, ...state.checks]).toEqual([]);
    expect(state.fitted).toEqual([{ part: "fan", code: "F-1" }]);
    expect(expectedLeft(state)).toBe(0);
    expect(bench.tick(start())).toBe("This job has been started already.");
  });
  test("what was done before it was opened again cannot be taken back", () => {
    const bench = closedShort();
    bench.tick(start());
    const last = bench.events.at(-1)!.id;
    expect(bench.tick({ do: "take-back", event: last })).toBe("There is nothing to take back.");
  });
  test("a lot that went in short comes out as short without a word, and its reason is kept", () => {
    const bench = closedShort();
    bench.tick(start());
    bench.down();
    expect(bench.state.lots.get("base-screws")).toMatchObject({
      expected: 4,
      out: 3,
      outDiffers: { reason: "missing-at-intake" },
    });
    expect(bench.state.lots.get("fan-screws")).toMatchObject({ expected: 2, out: 1 });
    bench.tick({ do: "swap" });
    bench.up();
    expect(bench.tick({ do: "close", left: 0 })).toBeUndefined();
  });
  test("one more than went in wants a reason", () => {
    const bench = closedShort();
    bench.tick(start());
    expect(bench.tick({ do: "release", joint: "base-screws", count: 4, cell: 1 })).toMatch(
      /4 of 3: 1 over/,
    );
  });
});

test("a screw kept out stays on the bench through a rework, until it goes in after all", () => {
  const bench = fanJob();
  bench.down();
  bench.tick({ do: "swap" });
  const fan = "fan-screws";
  bench.up({ [fan]: 1 }, "battery-plug");
  expect(bench.tick({ do: "rework", joint: fan })).toBeUndefined();
  const opened = apply(model, bench.state, { do: "release", joint: fan });
  expect(opened.lots.get(fan)).toMatchObject({ out: 1, loose: 1 });
  const shut = apply(
    model,
    { ...opened, phase: "up" },
    {
      do: "make",
      joint: fan,
      count: 2,
      differs: { reason: "found" },
    },
  );
  expect(shut.lots.get(fan)).toMatchObject({ in: 2, loose: 0 });
});
