import { pick, seeded } from "../base/seeded.ts";
import type { GuideJoint } from "../guide/index.ts";
import { planJob } from "../plan/index.ts";
import { modelOf } from "../rules/index.ts";
import { expectedLeft } from "./admit.ts";
import { diveFromState } from "./dive-of-job.ts";
import type { Entry, LedgerEvent } from "./events.ts";
import { type Folded, foldLedger, foldOn } from "./fold.ts";
import { lookBefore } from "./look.ts";
import { missedIn } from "./missed.ts";
import { routeDown, routeUp } from "./route.ts";
import { naiveWork } from "../../testing/naive-rules.ts";
import { randomCase } from "../../testing/random-guide.ts";
import { Bench } from "../../testing/bench.ts";
import { plug, smallGuide } from "../../testing/builders.ts";

const model = modelOf(smallGuide());

const fanJob = (): Bench => new Bench(model, { for: ["fan"] });

describe("the strip-down", () => {
  test("a step that is not reached yet is refused with what lies over it", () => {
    expect(fanJob().tick({ do: "release", joint: "fan-plug" })).toBe(
      "The base cover is still over the fan plug.",
    );
  });
  test("a part that is still held is refused with what holds it", () => {
    expect(fanJob().tick({ do: "lift", parts: ["base"] })).toMatch(/still hold it/);
  });
  test("a connector before the battery plug is refused", () => {
    const bench = fanJob();
    for (const joint of ["base-screws", "base-clips"]) bench.tick({ do: "release", joint });
    bench.tick({ do: "lift", parts: ["base"] });
    expect(bench.tick({ do: "release", joint: "fan-plug" })).toMatch(/^Power first/);
  });
  test("a legal step that the job does not need is refused", () => {
    const bench = fanJob();
    bench.down();
    expect(bench.state.phase).toBe("swap");
    const other = fanJob();
    for (const joint of ["base-screws", "base-clips"]) other.tick({ do: "release", joint });
    other.tick({ do: "lift", parts: ["base"] });
    expect(other.tick({ do: "release", joint: "battery-screws" })).toMatch(/does not need/);
  });
  test("any order the rules allow can be ticked", () => {
    const bench = fanJob();
    expect(bench.tick({ do: "release", joint: "base-clips" })).toBeUndefined();
    expect(bench.tick({ do: "release", joint: "base-clips" })).toMatch(/open already/);
  });
});

describe("counts", () => {
  test("a count that differs needs a reason", () => {
    const bench = fanJob();
    const short: Entry = { do: "release", joint: "base-screws", count: 3, cell: 1 };
    expect(bench.tick(short)).toMatch(/3 of 4: 1 short/);
    expect(bench.tick({ ...short, differs: { reason: "missing-at-intake" } })).toBeUndefined();
    expect(bench.state.lots.get("base-screws")).toMatchObject({ expected: 4, out: 3, cell: 1 });
  });
  test.each([-1, 1.5, 201])("%p is no count", (count) => {
    expect(fanJob().tick({ do: "release", joint: "base-screws", count })).toMatch(/whole number/);
  });
  test("the count comes out at zero, or is explained", () => {
    const bench = fanJob();
    bench.down();
    bench.tick({ do: "swap" });
    bench.up();
    expect(bench.tick({ do: "close", left: 1 })).toMatch(/1 over/);
    expect(bench.state.phase).toBe("up");
    expect(bench.tick({ do: "close", left: 1, explained: " " })).toMatch(/1 over/);
    expect(bench.tick({ do: "close", left: 0 })).toBeUndefined();
    expect(bench.state.phase).toBe("closed");
    expect(bench.tick({ do: "close", left: 0 })).toBeDefined();
  });
  test("a screw that will not go in is expected to be left over; a lost one is not", () => {
    const bench = fanJob();
    bench.down();
    bench.tick({ do: "swap" });
    const screws: Entry = { do: "make", joint: "fan-screws", count: 1 };
    bench.tick({ do: "place", parts: ["fan"] });
    expect(bench.tick(screws)).toMatch(/1 of 2: 1 short/);
    expect(bench.tick({ ...screws, differs: { reason: "stuck" } })).toBeUndefined();
    expect(expectedLeft(bench.state)).toBeGreaterThanOrEqual(1);
    bench.up();
    expect(expectedLeft(bench.state)).toBe(1);
    expect(bench.tick({ do: "close", left: 0 })).toMatch(/1 short/);
    expect(bench.tick({ do: "close", left: 1 })).toBeUndefined();
  });
});

describe("the build-up", () => {
  test("a gate is not passed until each joint is confirmed", () => {
    const bench = fanJob();
    bench.down();
    expect(bench.tick({ do: "place", parts: ["fan"] })).toMatch(/comes in the build-up/);
    bench.tick({ do: "swap" });
    const plug: Entry = { do: "make", joint: "battery-plug" };
    for (const { step } of routeUp(model, bench.state)) {
      if (step.do === "make" && step.joint === plug.joint) break;
      expect(bench.tick(step)).toBeUndefined();
    }
    // What the base will hide is looked at while the machine is dead; screws were counted.
    expect(bench.tick(plug)).toMatch(/^Last chance: look at the fan plug/);
    expect(bench.tick({ do: "seen", joints: ["fan-plug", "base-screws"] })).toMatch(/not made yet/);
    bench.tick({ do: "seen", joints: ["fan-plug"] });
    expect(bench.tick(plug)).toBeUndefined();
    const base: Entry = { do: "place", parts: ["base"] };
    const gate = lookBefore(model, bench.state, base);
    expect(gate.filter(({ confirmed }) => !confirmed)).toEqual([
      { joint: "battery-plug", confirmed: false },
    ]);
    expect(bench.tick(base)).toMatch(/^Last chance: look at the battery plug/);
    bench.tick({ do: "seen", joints: ["battery-plug"] });
    expect(bench.tick(base)).toBeUndefined();
  });
  test("what is not in is put in next; with the power on it is gone back to", () => {
    const bench = fanJob();
    bench.down();
    bench.tick({ do: "swap" });
    bench.up({}, "battery-plug");
    expect(bench.tick({ do: "not-in", joint: "battery-plug" })).toMatch(/not made yet/);
    const before = routeUp(model, bench.state).length;
    expect(bench.tick({ do: "not-in", joint: "fan-plug" })).toBeUndefined();
    const [next, ...rest] = routeUp(model, bench.state);
    expect(next!.step).toEqual({ do: "make", joint: "fan-plug" });
    expect(rest).toHaveLength(before);
    expect(missedIn(bench.events)).toEqual(["fan-plug"]);
    bench.up({}, "base-screws");
    expect(bench.tick({ do: "not-in", joint: "fan-plug" })).toMatch(/go back to it/);
  });
  test("a cover that would shut in an open plug is refused with the plug's name", () => {
    const bench = fanJob();
    bench.down();
    bench.tick({ do: "swap" });
    expect(bench.tick({ do: "place", parts: ["base"] })).toMatch(/first: the base cover would lie/);
    expect(bench.tick({ do: "confirm", joint: "fan-plug" })).toMatch(/not made yet/);
  });
  test("the battery plug is made after every other plug", () => {
    const bench = fanJob();
    bench.down();
    bench.tick({ do: "swap" });
    expect(bench.tick({ do: "make", joint: "battery-plug" })).toMatch(/^Make the fan plug first/);
  });
  test("a joint is made only when its parts are in place", () => {
    const bench = fanJob();
    bench.down();
    bench.tick({ do: "swap" });
    expect(bench.tick({ do: "make", joint: "fan-screws" })).toBe("The fan is not in place yet.");
  });
});

describe("taking back", () => {
  test("the last step is undone, and only the last", () => {
    const bench = fanJob();
    expect(bench.tick({ do: "take-back", event: "e0" })).toMatch(/nothing to take back/);
    bench.tick({ do: "release", joint: "base-clips" });
    bench.tick({ do: "release", joint: "base-screws", count: 4, cell: 1 });
    expect(bench.tick({ do: "take-back", event: "e2" })).toMatch(/Only the last/);
    expect(bench.tick({ do: "take-back", event: "e3" })).toBeUndefined();
    expect(bench.state.lots.size).toBe(0);
    expect(bench.tick({ do: "take-back", event: "e2" })).toBeUndefined();
    expect(bench.state.done).toEqual([]);
  });
  test("an event that comes twice counts once", () => {
    const bench = fanJob();
    bench.tick({ do: "release", joint: "base-clips" });
    const twice = [...bench.events, bench.events[1]!];
    expect(foldLedger(model, twice).done).toHaveLength(1);
  });
});

test("folding on from an earlier state is folding all of it", () => {
  const bench = fanJob();
  bench.down();
  bench.tick({ do: "swap" });
  bench.up();
  const { events } = bench;
  let on: Folded | undefined;
  for (let i = 1; i <= events.length; i++) on = foldOn(model, on, events.slice(0, i));
  expect(on!.state).toEqual(foldLedger(model, events));
  const back: LedgerEvent = {
    ...events.at(-1)!,
    id: "back",
    entry: { do: "take-back", event: events.at(-1)!.id },
  };
  expect(foldOn(model, on, [...events, back]).state).toEqual(foldLedger(model, [...events, back]));
  expect(foldOn(model, on, events.slice(0, 4)).state).toEqual(
    foldLedger(model, events.slice(0, 4)),
  );
});

describe("a change of plan", () => {
  test("from half-way down, another job goes on from where the machine is", () => {
    const bench = fanJob();
    bench.tick({ do: "release", joint: "base-clips" });
    expect(bench.replan({ for: ["battery"] })).toBeUndefined();
    const keys = routeDown(model, bench.state).steps.map((s) => JSON.stringify(s));
    expect(keys.join()).not.toContain("base-clips");
    expect(keys.join()).toContain("battery-screws");
    bench.down();
    bench.tick({ do: "swap" });
    bench.up();
    expect(bench.tick({ do: "close", left: 0 })).toBeUndefined();
  });
});

describe("the dive line", () => {
  test("goes down, turns at the swap and comes back to zero", () => {
    const bench = fanJob();
    const fresh = diveFromState(model, bench.state);
    expect(fresh.here).toBe(0);
    expect(fresh.points.at(-1)!.depth).toBe(0);
    expect(fresh.deepest).toBe(2);
    bench.down();
    bench.tick({ do: "swap" });
    const turned = diveFromState(model, bench.state);
    expect(turned.points[turned.here]!.kind).toBe("swap");
    // One look before the power goes on, one at the plug itself before the base.
    expect(turned.points.filter(({ gate }) => gate)).toHaveLength(2);
    bench.up();
    const end = diveFromState(model, bench.state);
    expect(end.here).toBe(end.points.length - 1);
  });
});

describe("any order that is admitted leads to the end", () => {
  test.each(Array.from({ length: 60 }, (_, i) => i + 1))("seed %i", (seed) => {
    const { guide, job } = randomCase(seed);
    const machine = modelOf(guide);
    if (!planJob(guide, job).ok) return expect(naiveWork(guide, job, 300)).not.toBe(0);
    const random = seeded(seed);
    const bench = new Bench(machine, job);
    for (let guard = 0; bench.state.phase === "down" && guard < 200; guard++) {
      const route = routeDown(machine, bench.state);
      if (!route.complete) {
        bench.replan(job);
        continue;
      }
      if (bench.tick(pick(random, route.steps)) !== undefined) bench.tick(route.steps[0]!);
    }
    expect(bench.state.phase).toBe("swap");
    bench.tick({ do: "swap" });
    for (let guard = 0; guard < 400; guard++) {
      const steps = routeUp(machine, bench.state);
      if (steps.length === 0) break;
      const step = guard % 2 === 0 ? pick(random, steps).step : steps[0]!.step;
      for (const { joint, confirmed } of lookBefore(machine, bench.state, step)) {
        if (!confirmed) bench.tick({ do: "confirm", joint });
      }
      bench.tick(step);
    }
    expect(bench.tick({ do: "close", left: expectedLeft(bench.state) })).toBeUndefined();
    expect([...bench.state.machine.open].every((open) => open === 0)).toBe(true);
  });
});

test("captive screws are counted but have no cell", () => {
  const guide = smallGuide();
  const joints = {
    ...guide.joints,
    "fan-screws": { ...guide.joints["fan-screws"], captive: true } as GuideJoint,
    extra: plug(["board", "fan"]),
  };
  const bench = new Bench(modelOf({ ...guide, joints }), { for: ["fan"] });
  bench.down();
  expect(bench.state.lots.get("fan-screws")).toMatchObject({ out: 2, cell: undefined });
});
