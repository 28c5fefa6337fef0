import { Bench } from "../../testing/bench.ts";
import { smallGuide } from "../../testing/builders.ts";
import { modelOf } from "../rules/index.ts";
import { brokenWords, stepSpeech } from "../words/index.ts";
import type { Entry } from "./events.ts";
import { routeDown, routeUp } from "./route.ts";

const model = modelOf(smallGuide());
const broke = (more: Partial<Extract<Entry, { do: "broke" }>>): Entry => ({
  do: "broke",
  what: "lock",
  at: "fan-plug",
  how: "taped over",
  tells: "desk",
  ...more,
});
const begun = (): Bench => new Bench(model, { for: ["fan"] });
const spoken = (bench: Bench, joint: string): string =>
  stepSpeech(model, bench.state, { do: "make", joint })
    .now.map(({ text }) => text)
    .join(" ");

test("what broke is kept, and met again at that place on the way up", () => {
  const bench = begun();
  bench.down();
  expect(bench.tick(broke({}))).toBeUndefined();
  expect(bench.state.broken.map((one) => brokenWords(model.guide, one))).toEqual([
    "Fan plug: lock of a ribbon; taped over.",
  ]);
  bench.tick({ do: "swap" });
  expect(spoken(bench, "fan-plug")).toContain(
    "Broken here. Fan plug: lock of a ribbon; taped over.",
  );
  expect(spoken(bench, "fan-screws")).not.toContain("Broken");
  // It can be written on the way up too, and does not stand in the way of the end.
  expect(bench.tick(broke({ what: "clip", at: "base-clips", how: "" }))).toBeUndefined();
  bench.up();
  expect(bench.tick({ do: "close", left: 0 })).toBeUndefined();
  expect(bench.tick(broke({}))).toMatch(/closed/);
});

test("what came undone by itself is open from then on: made again, looked at, tried", () => {
  const bench = begun();
  const undone = broke({ what: "undone", at: "fan-plug", how: "" });
  expect(bench.tick(undone)).toMatch(/base cover is still over/);
  for (let i = 0; i < 9; i++) {
    const [next] = routeDown(model, bench.state).steps;
    if (next?.do === "release" && next.joint === "fan-plug") break;
    bench.tick(next!);
  }
  const left = routeDown(model, bench.state).steps.length;
  expect(bench.tick(undone)).toBeUndefined();
  expect(routeDown(model, bench.state).steps).toHaveLength(left - 1);
  expect(bench.tick(undone)).toMatch(/open already/);
  bench.down();
  bench.tick({ do: "swap" });
  const up = routeUp(model, bench.state).map(({ step }) => step);
  expect(up).toContainEqual({ do: "make", joint: "fan-plug" });
  expect(bench.tick(undone)).toMatch(/comes in the build-up|over/);
});

test("what broke in an earlier ticket is met again; opened once more, nothing is forgotten or told twice", () => {
  const bench = begun();
  const [start] = bench.events.splice(0);
  const earlier = [
    { what: "clip", at: "base-clips", how: "left out", tells: "desk", ticket: 7 },
  ] as const;
  const anew = { ...(start!.entry as Extract<Entry, { do: "start" }>), broken: earlier };
  bench.push(anew);
  bench.down();
  bench.tick(broke({ how: "" }));
  bench.tick({ do: "swap" });
  expect(spoken(bench, "base-clips")).toContain(
    "Broken here in ticket 7. Base cover clips: clip; left out.",
  );
  bench.up();
  bench.tick({ do: "close", left: 0 });
  bench.push(anew);
  expect(bench.state.broken.map(({ at, ticket }) => [at, ticket])).toEqual([
    ["base-clips", 7],
    ["fan-plug", undefined],
  ]);
});

test("what is not there cannot break, and nothing breaks before the job", () => {
  const bench = begun();
  expect(bench.tick(broke({ at: "no-such" }))).toMatch(/no such part or joint/);
  expect(bench.tick(broke({ what: "undone", at: "fan" }))).toMatch(/no such part or joint/);
});

test("taken back, it never broke", () => {
  const bench = begun();
  bench.tick({ do: "release", joint: "base-screws" });
  bench.tick(broke({ what: "head", at: "base-screws" }));
  expect(bench.state.broken).toHaveLength(1);
  bench.tick({ do: "take-back", event: bench.state.live.at(-1)! });
  expect(bench.state.broken).toEqual([]);
});
