import { Meter } from "../base/meter.ts";
import { naiveBreaches, type NaiveStep } from "../../testing/naive-hands.ts";
import { randomCase } from "../../testing/random-guide.ts";
import { guide as guideOf, part, plug, screws, smallGuide } from "../../testing/builders.ts";
import { pick, seeded } from "../base/seeded.ts";
import type { Guide, GuideJoint, GuidePart, Order } from "../guide/index.ts";
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

const isLess = (a: string, b: string): boolean => {
  const [x, y] = [a, b].map((text) => text.split(" ").map(Number));
  const at = x!.findIndex((value, i) => value !== y![i]);
  return at >= 0 && x![at]! < y![at]!;
};

/** What goes against hands, and the minutes of handling: what counts first stands first. */
function naiveCost({ model }: Problem, plan: readonly Move[], order: readonly Move[]): string {
  const stepOf = (move: Move): NaiveStep =>
    move.do === "release"
      ? { do: "release", joint: model.jointIds[move.joint]! }
      : { do: "lift", parts: move.parts.map((p) => model.partIds[p]!) };
  const lies = new Map(
    order.map((move) => [JSON.stringify(stepOf(move)), movePosture(model, move)]),
  );
  const { live, catches, loose } = naiveBreaches(
    model.guide,
    plan.map(stepOf),
    order.map(stepOf),
    (step) => lies.get(JSON.stringify(step)),
  );
  return [live, catches, loose, handlingOf(model, order).minutes.toFixed(6)].join(" ");
}

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

/** The same machine with what hands mind: seats, glue, paste, and joints that want it turned. */
function handy(guide: Guide, seed: number): Guide {
  const random = seeded(seed);
  const joints = Object.entries(guide.joints).map(([id, joint]): [string, GuideJoint] => {
    const { joins, slack, power } = joint;
    const own = { joins, ...(slack ? { slack } : {}), ...(power ? { power } : {}) };
    const roll = random();
    const turned: GuideJoint =
      power || roll < 0.6
        ? joint
        : roll < 0.75
          ? { ...own, kind: "seat" }
          : { ...own, kind: "adhesive" };
    const posture = random() < 0.35 ? pick(random, ["deck-up", "on-side"] as const) : undefined;
    return [id, posture ? { ...turned, posture } : turned];
  });
  const parts = Object.entries(guide.parts).map(([id, part]): [string, GuidePart] => [
    id,
    random() < 0.3 ? { ...part, kind: "heatsink" } : part,
  ]);
  return { ...guide, joints: Object.fromEntries(joints), parts: Object.fromEntries(parts) };
}

describe("against every order of the same moves", () => {
  test.each(Array.from({ length: 40 }, (_, i) => i))("batch %i", (batch) => {
    for (let seed = batch * 5 + 1; seed <= batch * 5 + 5; seed++) {
      const drawn = randomCase(seed, 6);
      const { job } = drawn;
      const guide = seed % 2 === 0 ? drawn.guide : handy(drawn.guide, seed);
      const problem = problemFor(guide, job);
      const start = closedMachine(problem.model);
      const { best } = leastWork(problem, start);
      if (!best || best.moves.length > 8) continue;
      const costOf = (order: readonly Move[]): string => naiveCost(problem, best.moves, order);

      const { moves, exact } = leastHandling(problem, start, best.moves);
      expect({ seed, exact }).toEqual({ seed, exact: true });
      expect(workOf(problem, moves)).toBeCloseTo(best.work, 6);
      let state = start;
      for (const move of moves) {
        expect({ seed, block: blockOf(problem, state, move) }).toEqual({ seed, block: undefined });
        state = after(state, move);
      }
      let least: string | undefined;
      everyOrder(problem, best.moves, best.work, (order) => {
        const cost = costOf(order);
        if (least === undefined || isLess(cost, least)) least = cost;
      });
      if (least !== undefined) {
        expect({ seed, cost: costOf(moves) }).toEqual({ seed, cost: least });
      }
    }
  });
});

describe("what a hand would refuse", () => {
  /** A lid of clips and screws over a battery with a glued pack beside it; the screws take another bit than the clips. */
  const facts = (more: Partial<GuideJoint> = {}): Guide =>
    guideOf({
      parts: {
        frame: part(),
        base: part("frame"),
        battery: part("frame", { kind: "battery" }),
        fan: part("frame", { kind: "fan" }),
      },
      joints: {
        "base-clips": { kind: "clips", joins: ["base", "frame"], ...more } as GuideJoint,
        "base-screws": screws(["base", "frame"], { drive: "PH0" }),
        "fan-screws": screws(["fan", "frame"], { drive: "PH0" }),
        "battery-plug": plug(["frame", "battery"], { power: true, tool: "pick" }),
        "fan-plug": plug(["fan", "frame"]),
      },
      covers: [{ part: "base", over: ["battery-plug", "fan-screws", "fan-plug"] }],
    });
  const ordered = (guide: Guide, job: Job) => {
    const problem = problemFor(guide, job);
    const start = closedMachine(problem.model);
    const { best } = leastWork(problem, start);
    const { moves, exact, forced } = leastHandling(problem, start, best!.moves);
    const names = moves.map((move) =>
      move.do === "release"
        ? problem.model.jointIds[move.joint]!
        : move.parts.map((p) => problem.model.partIds[p]!).join("+"),
    );
    return { names, exact, forced };
  };
  const before = (names: readonly string[], a: string, b: string): boolean =>
    names.indexOf(a) < names.indexOf(b);

  test("screws before the clips of the same seam, and inside screws after the plug, whatever bits it takes", () => {
    const { names, exact, forced } = ordered(facts(), { for: ["fan"] });
    expect({ exact, forced }).toEqual({ exact: true, forced: [] });
    expect(before(names, "base-screws", "base-clips")).toBe(true);
    expect(before(names, "battery-plug", "fan-screws")).toBe(true);
  });
  test("a joint that is free is asked nothing", () => {
    const hidden = { ...facts({ free: true }), covers: [] };
    const under = { part: "base", over: ["battery-plug"] };
    const order = { first: "base-clips", then: "base-screws", strength: "must", why: "hidden" };
    const guide: Guide = { ...hidden, covers: [under], orders: [order as Order] };
    const { names, forced } = ordered(guide, { for: ["fan"] });
    expect(before(names, "base-clips", "base-screws")).toBe(true);
    expect(forced).toEqual([]);
  });
  test("where an order leaves no other way it is told", () => {
    const order = { first: "base-clips", then: "base-screws", strength: "must", why: "so" };
    const { forced } = ordered({ ...facts(), orders: [order as Order] }, { for: ["fan"] });
    expect(forced.map(({ rule }) => rule)).toEqual(["catch"]);
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
      const given = naiveCost(problem, best.moves, best.moves);
      expect(isLess(given, naiveCost(problem, best.moves, moves))).toBe(false);
      let state = start;
      for (const move of moves) {
        expect({ seed, block: blockOf(problem, state, move) }).toEqual({ seed, block: undefined });
        state = after(state, move);
      }
    }
  }
});
