import { modelOf } from "../rules/index.ts";
import { routeDown } from "./route.ts";
import { Bench } from "../../testing/bench.ts";
import { guide, part, plug, screws } from "../../testing/builders.ts";

const frame = part(undefined, { name: "Palm rest", kind: "palmrest" });
const battery = part("frame", { name: "Battery", kind: "battery", handling: ["lithium"] });
const fan = part("frame", { name: "Fan", kind: "fan" });
const board = part("frame", { name: "Motherboard", kind: "motherboard", handling: ["esd"] });
const inside = {
  "fan-plug": plug(["board", "fan"]),
  "fan-screws": screws(["fan", "frame"]),
  "board-screws": screws(["board", "frame"]),
};

/** The battery sits in the base and comes away with it: one lift instead of two. */
const inBase = modelOf(
  guide({
    parts: {
      frame,
      base: part("frame", { name: "Base cover", kind: "cover" }),
      battery,
      fan,
      board,
    },
    joints: {
      ...inside,
      "base-screws": screws(["base", "frame"], { count: 4 }),
      "battery-latch": { kind: "latch", joins: ["base", "battery"], power: true },
    },
    covers: [{ part: "base", over: [...Object.keys(inside), "fan", "board"] }],
  }),
);

/** The battery is let go from outside. */
const inHatch = modelOf(
  guide({
    parts: { frame, battery, fan, board },
    joints: {
      ...inside,
      "battery-latch": { kind: "latch", joins: ["frame", "battery"], power: true },
    },
  }),
);

describe("a battery that comes away with the base", () => {
  test("rides on it, and its latch is opened on the bench", () => {
    const bench = new Bench(inBase, { for: ["fan"] });
    const steps = routeDown(inBase, bench.state).steps;
    expect(steps[1]).toEqual({ do: "lift", parts: ["base", "battery"] });
    expect(steps[2]).toEqual({ do: "release", joint: "battery-latch" });
  });

  test("is not let go before the lift: it would come apart in the hand", () => {
    const bench = new Bench(inBase, { for: ["fan"] });
    expect(bench.tick({ do: "release", joint: "battery-latch" })).toMatch(
      /^Lift the base cover and battery together first/,
    );
    bench.down();
    expect(bench.state.phase).toBe("swap");
  });
});

describe("a battery that is let go from outside", () => {
  test("an open latch is not power off: the battery is lifted out first", () => {
    const bench = new Bench(inHatch, { for: ["fan"] });
    bench.tick({ do: "release", joint: "battery-latch" });
    expect(bench.tick({ do: "release", joint: "fan-plug" })).toBe(
      "Power first: lift the battery out before this.",
    );
    bench.tick({ do: "lift", parts: ["battery"] });
    expect(bench.tick({ do: "release", joint: "fan-plug" })).toBeUndefined();
  });

  test("goes back in after all that power may harm", () => {
    const bench = new Bench(inHatch, { for: ["fan"] });
    bench.down();
    bench.tick({ do: "swap" });
    bench.up({}, "fan-plug");
    expect(bench.state.phase).toBe("up");
    expect(bench.tick({ do: "place", parts: ["battery"] })).toMatch(/fan plug/);
    bench.up();
    expect(bench.state.machine.open.every((open) => open === 0)).toBe(true);
  });
});
