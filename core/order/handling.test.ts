import { Meter } from "../base/meter.ts";
import { randomCase } from "../../testing/random-guide.ts";
import { guide as guideOf, part, plug, screws, smallGuide } from "../../testing/builders.ts";
import type { Guide } from "../guide/index.ts";
import {
  after,
  blockOf,
  closedMachine,
  type Job,
  modelOf,
  type Move,
  moveWork,
  type Problem,
  problemOf,
  type State,
} from "../rules/index.ts";
import { leastWork } from "../work/index.ts";
import { handlingOf, leastHandling, movePosture, moveTool } from "./handling.ts";

function problemFor(guide: Guide, job: Job): Problem {
  const problem = problemOf(modelOf(guide), job);
  if (!problem.ok) throw new Error(JSON.stringify(problem.error));
  return problem.value;
}

/** Every order of the moves that the rules allow and that costs the same work; calls back with each. */
function everyOrder(
  problem: Problem,
  plan: readonly Move[],
  work: number,
  visit: (order: readonly Move[]) => void,
): void {
  let left = 60_000;
  const go = (state: State, rest: readonly Move[], done: readonly Move[], cost: number): void => {
    if (--left < 0 || cost > work + 1e-9) return;
    if (rest.length === 0) return visit(done);
    for (const move of rest) {
      if (blockOf(problem, state, move)) continue;
      go(
        after(state, move),
        rest.filter((other) => other !== move),
        [...done, move],
        cost + moveWork(problem.model, state, move),
      );
    }
  };
  go(closedMachine(problem.model), plan, [], 0);
}

const workOf = (problem: Problem, moves: readonly Move[]): number => {
  let state = closedMachine(problem.model);
  let work = 0;
  for (const move of moves) {
    work += moveWork(problem.model, state, move);
    state = after(state, move);
  }
  return work;
};

describe("what counts as handling", () => {
  const guide = smallGuide();
  const model = modelOf(guide);
  const release = (id: string): Move => ({ do: "release", joint: model.jointOf.get(id)! });
  const lift = (id: string): Move => ({ do: "lift", parts: [model.partOf.get(id)!] });

  test("the first bit is free; a step without a tool changes nothing", () => {
    expect(handlingOf(model, [release("base-screws")])).toEqual({
      minutes: 0,
      changes: 0,
      turns: 0,
    });
    const through = [release("base-screws"), lift("base"), release("board-screws")];
    expect(handlingOf(model, through).changes).toBe(0);
  });
  test("a change is a bit that differs from the last one used, a fifth of a minute each", () => {
    const moves = ["base-screws", "base-clips", "board-screws", "fan-screws"].map(release);
    expect(moves.map((move) => moveTool(model, move))).toEqual(["PH0", "pick", "PH0", "PH1"]);
    const { changes, minutes } = handlingOf(model, moves);
    expect(changes).toBe(3);
    expect(minutes).toBeCloseTo(0.6, 9);
  });
  test("a turn is half a minute; a lift lies as its part says, if it says", () => {
    const lying: Guide = {
      ...guide,
      parts: { ...guide.parts, fan: { ...guide.parts["fan"]!, posture: "on-side" } },
      joints: { ...guide.joints, "fan-screws": screws(["fan", "frame"], { posture: "deck-up" }) },
    };
    const turned = modelOf(lying);
    expect(movePosture(turned, lift("fan"))).toBe("on-side");
    expect(movePosture(turned, lift("base"))).toBeUndefined();
    const handling = handlingOf(turned, [release("fan-screws"), lift("base"), lift("fan")]);
    expect(handling).toEqual({ minutes: 0.5, changes: 0, turns: 1 });
  });
});

test("a part that static harms is lifted after the battery is off, even where a turn would be saved", () => {
  const facts = guideOf({
    parts: {
      frame: part(),
      deck: part("frame", { posture: "deck-up" }),
      card: part("frame", { handling: ["esd"], posture: "deck-up" }),
      battery: part("frame"),
    },
    joints: {
      "deck-screws": screws(["deck", "frame"], { posture: "deck-up" }),
      "battery-plug": plug(["frame", "battery"], { power: true, posture: "underside-up" }),
    },
    covers: [{ part: "deck", over: ["battery-plug"] }],
  });
  const problem = problemFor(facts, { for: ["card", "deck"] });
  const start = closedMachine(problem.model);
  const { best } = leastWork(problem, start);
  const { moves, exact } = leastHandling(problem, start, best!.moves);
  expect(exact).toBe(true);
  let state = start;
  for (const move of moves) {
    expect(blockOf(problem, state, move)).toBeUndefined();
    state = after(state, move);
  }
  expect(moves).toHaveLength(4);
});

test("among equals the battery is unplugged as soon as it can be", () => {
  const problem = problemFor(smallGuide(), { for: ["board"] });
  const start = closedMachine(problem.model);
  const { best } = leastWork(problem, start);
  const { moves } = leastHandling(problem, start, best!.moves);
  const plug = problem.model.jointOf.get("battery-plug")!;
  const at = moves.findIndex((move) => move.do === "release" && move.joint === plug);
  const base = moves.findIndex((move) => move.do === "lift");
  expect(at).toBe(base + 1);
});

describe("against every order of the same moves", () => {
  test.each(Array.from({ length: 40 }, (_, i) => i))("batch %i", (batch) => {
    for (let seed = batch * 5 + 1; seed <= batch * 5 + 5; seed++) {
      const { guide, job } = randomCase(seed, 6);
      const problem = problemFor(guide, job);
      const start = closedMachine(problem.model);
      const { best } = leastWork(problem, start);
      if (!best || best.moves.length > 8) continue;
      const { moves, exact } = leastHandling(problem, start, best.moves);
      expect({ seed, exact }).toEqual({ seed, exact: true });
      expect(workOf(problem, moves)).toBeCloseTo(best.work, 6);
      let state = start;
      for (const move of moves) {
        expect({ seed, block: blockOf(problem, state, move) }).toEqual({ seed, block: undefined });
        state = after(state, move);
      }
      let least = Infinity;
      everyOrder(problem, best.moves, best.work, (order) => {
        least = Math.min(least, handlingOf(problem.model, order).minutes);
      });
      expect({ seed, minutes: handlingOf(problem.model, moves).minutes.toFixed(6) }).toEqual({
        seed,
        minutes: least.toFixed(6),
      });
    }
  });
});

test("a release inside a lifted group comes before the lift where it pulls nothing apart", () => {
  const facts = guideOf({
    parts: { frame: part(), tray: part("frame"), card: part("tray") },
    joints: {
      "tray-screws": screws(["tray", "frame"], { drive: "T5" }),
      "card-screws": screws(["card", "tray"], { drive: "T5" }),
      "card-seat": { kind: "seat", joins: ["card", "tray"] },
      "card-plug": plug(["card", "tray"]),
    },
    covers: [{ part: "frame", over: ["card-seat"] }],
  });
  const problem = problemFor(facts, { for: ["card"] });
  const start = closedMachine(problem.model);
  const plan: Move[] = [
    { do: "release", joint: 0 },
    { do: "lift", parts: [1, 2] },
    { do: "release", joint: 3 },
    { do: "release", joint: 1 },
    { do: "release", joint: 2 },
    { do: "lift", parts: [2] },
  ];
  const { moves, exact } = leastHandling(problem, start, plan);
  expect(exact).toBe(true);
  expect(handlingOf(problem.model, plan).changes).toBe(2);
  expect(handlingOf(problem.model, moves).changes).toBe(1);
  expect(workOf(problem, moves)).toBeCloseTo(workOf(problem, plan), 9);
});

test("out of budget, the order is still legal and no worse than the one given", () => {
  for (let seed = 1; seed <= 60; seed++) {
    const { guide, job } = randomCase(seed);
    const problem = problemFor(guide, job);
    const start = closedMachine(problem.model);
    const { best } = leastWork(problem, start);
    if (!best) continue;
    for (const looks of [0, 10, 50, 100, 500, 1000, Infinity]) {
      const { moves } = leastHandling(problem, start, best.moves, new Meter(looks), 1);
      expect(handlingOf(problem.model, moves).minutes).toBeLessThanOrEqual(
        handlingOf(problem.model, best.moves).minutes + 1e-9,
      );
      let state = start;
      for (const move of moves) {
        expect({ seed, block: blockOf(problem, state, move) }).toEqual({ seed, block: undefined });
        state = after(state, move);
      }
    }
  }
});
