import { smallGuide, PIN } from "../../testing/builders.ts";
import { seeded } from "../base/seeded.ts";
import type { Entry, LedgerEvent } from "../bench/index.ts";
import {
  learn,
  learntFrom,
  marksOf,
  paceOf,
  stepEstimate,
  stepKind,
  stepTimes,
  tallies,
  timesEstimate,
  tallyChanges,
} from "./minutes.ts";

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

describe("what is no work does not count", () => {
  // Screws are 0.7 minutes, clips 1.5, by the guide.
  const minutesOf = (step: Entry, minutes: number) =>
    stepTimes(guide, events([0, start], [1, answer], [1 + minutes, step])).map(
      (time) => time.minutes,
    );
  test.each<[string, Entry, number, boolean]>([
    ["ten minutes over screws may be slow work", screws, 10, true],
    ["fifteen times what they take is a pause", screws, 10.6, false],
    ["two minutes are no pause, however short the step", clips, 2, true],
    ["no time at all is no time", screws, 0, false],
    ["a clock that went back is no time", screws, -1, false],
  ])("%s", (_, step, minutes, counts) => {
    expect(minutesOf(step, minutes)).toHaveLength(counts ? 1 : 0);
  });
  test("beside quick steps a long one is a pause sooner", () => {
    const quick = Array.from({ length: 9 }, (_, i) => [2 + 0.7 * i, screws] as const);
    const ledger = events([0, start], [1.3, answer], ...quick, [7.6 + 4, clips]);
    expect(stepTimes(guide, ledger)).toHaveLength(10);
    const late = events([0, start], [1.3, answer], ...quick, [7.6 + 8, clips]);
    expect(stepTimes(guide, late)).toHaveLength(9);
  });
});

test("steps ticked at once share the time of all, as their estimates are", () => {
  const ledger = events([0, start], [1, answer], [3.2, screws], [3.21, clips], [3.3, screws]);
  const times = stepTimes(guide, ledger);
  expect(times.map(({ minutes }) => minutes).reduce((a, b) => a + b)).toBeCloseTo(2.3, 9);
  expect(times[1]!.minutes / times[0]!.minutes).toBeCloseTo(1.5 / 0.7, 9);
});

describe.each<[string, (random: () => number) => number]>([
  ["ticks each step", () => 1],
  ["ticks in threes", () => 3],
  ["ticks in ones to fives", (random) => 1 + Math.floor(5 * random())],
])("a technician who %s, takes breaks, and whose clock jumps", (_, batch) => {
  test.each([0.7, 1, 1.6])(
    "and takes %d times the guide's minutes is known within 10 %%",
    (pace) => {
      const random = seeded(Math.round(100 * pace) + 7);
      const normal = () =>
        Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
      const steps: Entry[] = [
        screws,
        clips,
        { do: "lift", parts: ["base"] },
        { do: "release", joint: "fan-plug" },
        { do: "release", joint: "fan-screws" },
        { do: "lift", parts: ["fan"] },
      ];
      const all = Array.from({ length: 60 }, (_job, job) => {
        let now = 1;
        const ledger: [number, Entry][] = [
          [0, start],
          [1, answer],
        ];
        let waiting: Entry[] = [];
        let size = batch(random);
        for (let i = 0; i < 30; i++) {
          const step = steps[i % steps.length]!;
          // The middle of the times is the pace: half the steps are quicker.
          now += stepEstimate(guide, step as never) * pace * Math.exp(0.4 * normal());
          if (random() < 0.04) now += 12 + 50 * random();
          if (random() < 0.01) now += random() < 0.5 ? -30 : 200;
          waiting.push(step);
          if (waiting.length < size) continue;
          for (const one of waiting) ledger.push([(now += 0.02), one]);
          waiting = [];
          size = batch(random);
        }
        return stepTimes(guide, events(...ledger)).map((time) => ({
          ...time,
          by: `Mo ${job % 1}`,
        }));
      });
      const learnt = learn(all.flat());
      const known = marksOf(guide, steps as never, learnt, "Mo 0").half;
      const guided = steps.reduce((sum, step) => sum + stepEstimate(guide, step as never), 0);
      // The half mark of a sum of lognormal times lies a little over the sum of their half marks.
      const bare = marksOf(guide, steps as never, {}, "Nobody").half / guided;
      expect(known / (guided * pace * bare)).toBeGreaterThan(0.9);
      expect(known / (guided * pace * bare)).toBeLessThan(1.1);
    },
  );
});

describe("what tallies change by as a ledger grows", () => {
  const ledger = events(
    [0, start],
    [1, answer],
    [2, screws],
    [4, clips],
    [5, { do: "take-back", event: "e3" }],
    [7, clips],
  );
  test("step by step it adds up to what the whole ledger says", () => {
    const sums = new Map<string, number[]>();
    for (let i = 1; i <= ledger.length; i++) {
      for (const row of tallyChanges(guide, ledger.slice(0, i - 1), ledger.slice(0, i))) {
        const key = `${row.kind} ${row.by}`;
        const [n, sum, squares] = sums.get(key) ?? [0, 0, 0];
        sums.set(key, [n! + row.n, sum! + row.sum, squares! + row.squares]);
      }
    }
    const whole = tallies(stepTimes(guide, ledger));
    expect(whole).toHaveLength(4);
    expect(Object.fromEntries(sums)).toEqual(
      Object.fromEntries(
        whole.map(({ kind, by, n, sum, squares }) => [`${kind} ${by}`, [n, sum, squares]]),
      ),
    );
  });
  test("a step taken back is taken away again", () => {
    expect(tallyChanges(guide, ledger.slice(0, 4), ledger.slice(0, 5))).toEqual([
      { kind: "clips off", by: "", n: -1, sum: -287682, squares: -82761 },
      { kind: "clips off", by: "Mo", n: -1, sum: -287682, squares: -82761 },
    ]);
  });
  test("rows are learnt from as the times themselves are", () => {
    const times = stepTimes(guide, ledger);
    expect(learntFrom(tallies(times))).toEqual(learn(times));
    expect(learn(times)["clips off|Mo"]).toMatchObject({ n: 1 });
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

test("two steps of twice and eight times their estimate are four times it", () => {
  const times = [2, 8].map((minutes) => ({ kind: "lift", by: "", estimate: 1, minutes }));
  expect(timesEstimate(tallies(times)[0]!)).toBeCloseTo(4, 5);
});
