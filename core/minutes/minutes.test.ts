import { smallGuide, PIN } from "../../testing/builders.ts";
import { seeded } from "../base/seeded.ts";
import type { Entry, LedgerEvent } from "../bench/index.ts";
import { learn, marksOf, paceOf, stepEstimate, stepKind, stepTimes } from "./minutes.ts";

const guide = smallGuide();
const screws = { do: "release", joint: "base-screws" } as const;
const clips = { do: "release", joint: "base-clips" } as const;

const at = (minutes: number): string =>
  new Date(Date.UTC(2026, 0, 1) + minutes * 60_000).toISOString();
const events = (...all: readonly (readonly [number, Entry])[]): LedgerEvent[] =>
  all.map(([minutes, entry], i) => ({ id: `e${i}`, at: at(minutes), by: "Mo", entry }));
const start: Entry = { do: "start", guide: PIN, job: { for: ["fan"] }, down: [] };
const answer: Entry = { do: "answer", stop: "begin", answer: "yes" };

describe("minutes of a step", () => {
  test("come from the guide: screws 0.15 each and 0.1, clips 1.5 off and 0.7 on", () => {
    expect(stepEstimate(guide, screws)).toBeCloseTo(0.7);
    expect(stepEstimate(guide, clips)).toBe(1.5);
    expect(stepEstimate(guide, { do: "make", joint: "base-clips" })).toBe(0.7);
    expect(stepEstimate(guide, { do: "lift", parts: ["base"] })).toBe(0.3);
    expect(stepKind(guide, { do: "make", joint: "fan-plug" })).toBe("wire-plug on");
  });

  test("are measured from the event before; pauses, steps taken back and the start do not count", () => {
    const ledger = events(
      [0, start],
      [30, answer],
      [31, screws],
      [33, clips],
      [34, { do: "take-back", event: "e3" }],
      [90, clips],
      [91, { do: "lift", parts: ["base"] }],
    );
    expect(stepTimes(guide, ledger).map(({ kind, minutes }) => [kind, minutes])).toEqual([
      ["screws off", 1],
      ["lift", 1],
    ]);
    expect(paceOf(guide, ledger, {}, "Mo").spent).toBeCloseTo(2);
  });
});

describe("learnt minutes", () => {
  const times = (n: number, ratio: number, by = "Mo") =>
    Array.from({ length: n }, () => ({
      kind: "clips off",
      by,
      estimate: 1.5,
      minutes: 1.5 * ratio,
    }));
  const half = (n: number, ratio: number, who = "Mo") =>
    marksOf(guide, [clips], learn(times(n, ratio)), who).half;

  test("nothing known: the guide's minutes are the half mark, and 80 % lies above", () => {
    const marks = marksOf(guide, [clips], {}, "Mo");
    expect(marks.half).toBeCloseTo(1.5, 6);
    expect(marks.eighty / marks.half).toBeCloseTo(Math.exp(0.8416 * 0.45), 4);
  });
  test("few times bend it little, many much: mean = Σx ÷ (n + 6), twice over", () => {
    expect(half(1, 2)).toBeLessThan(2);
    expect(half(200, 2)).toBeGreaterThan(2.85);
    const once = (2 * 6 * Math.log(2)) / 12 / 2;
    const twice = (6 * Math.log(2) + 6 * once) / 12;
    expect(half(6, 2)).toBeCloseTo(1.5 * Math.exp(twice), 6);
  });
  test("another person gets the shop's bend, not the other's own", () => {
    expect(half(50, 2, "Jo")).toBeGreaterThan(1.5);
    expect(half(50, 2, "Jo")).toBeLessThan(half(50, 2, "Mo"));
  });
  test("a wild time counts for no more than eight times the estimate", () => {
    expect(half(3, 1000)).toBeCloseTo(half(3, 8), 6);
  });
  test("the marks of many steps hold against throwing them, seeded", () => {
    const random = seeded(8);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const steps = Array.from({ length: 12 }, () => clips);
    const sums = Array.from({ length: 4000 }, () =>
      steps.reduce((sum) => sum + 1.5 * Math.exp(0.45 * normal()), 0),
    ).sort((a, b) => a - b);
    const marks = marksOf(guide, steps, {}, "Mo");
    expect(marks.half / sums[2000]!).toBeCloseTo(1, 1);
    expect(marks.eighty / sums[3200]!).toBeCloseTo(1, 1);
  });
  test("behind is minutes spent over the half marks of the steps done", () => {
    const ledger = events([0, start], [1, answer], [2.7, screws]);
    expect(paceOf(guide, ledger, {}, "Mo").behind).toBeCloseTo(1, 4);
  });
});
