import { seeded } from "../base/seeded.ts";
import {
  countedRuns,
  hoursToBeSure,
  LIMITS,
  type Reading,
  readReadings,
  type Run,
  runFault,
  soakFacts,
  type SoakFacts,
  soakFaults,
  soakVerdict,
  sureGone,
} from "./soak.ts";

const facts = (more: Partial<SoakFacts> = {}): SoakFacts => ({
  perWatt: 1,
  hottest: 60,
  fanRpm: 3000,
  watts: 20,
  memoryErrors: 0,
  crashes: 0,
  seconds: 180,
  ...more,
});
const reading = (t: number, more: Partial<Reading> = {}): Reading => ({
  t,
  celsius: 50,
  ambient: 20,
  fanRpm: 3000,
  watts: 30,
  memoryErrors: 0,
  ...more,
});

test("the limits are these", () => {
  expect(LIMITS).toEqual({ hottest: 95, fanRpm: 1200, worse: 0.08 });
});

describe("a limit is kept to the last degree and turn", () => {
  test.each<[string, Partial<SoakFacts>, SoakFacts | undefined, readonly string[]]>([
    ["95 °C is within", { hottest: 95 }, undefined, []],
    ["95.1 °C is not", { hottest: 95.1 }, undefined, ["heat"]],
    ["92 °C is within", { hottest: 92 }, undefined, []],
    ["1200 rpm is within", { fanRpm: 1200 }, undefined, []],
    ["1199 rpm is not", { fanRpm: 1199 }, undefined, ["fan"]],
    ["8 % more rise is within", { perWatt: 1.08 }, facts(), []],
    ["more than 8 % is not", { perWatt: 1.081 }, facts(), ["worse"]],
    ["less rise than before is good", { perWatt: 0.5 }, facts(), []],
    ["one memory error is one too many", { memoryErrors: 1 }, undefined, ["memory"]],
  ])("%s", (_, more, before, kinds) => {
    expect(soakFaults(facts(more), before, true).map(({ what }) => what)).toEqual(kinds);
  });
  test("each fault says what was measured and what is due", () => {
    const bad = facts({ hottest: 99, fanRpm: 800, perWatt: 3, memoryErrors: 4 });
    expect(soakFaults(bad, facts({ perWatt: 2 }), true)).toMatchObject([
      { what: "fan", rpm: 800, least: 1200, causes: ["fan-plug", "fan-turns"] },
      {
        what: "heat",
        celsius: 99,
        most: 95,
        causes: ["fan-plug", "fan-turns", "paste", "pad", "cooler-screws"],
      },
      { what: "worse", more: 0.5 },
      { what: "memory", errors: 4, causes: ["memory-module", "memory-on-board"] },
    ]);
  });
  test("a machine without a fan has no fan to blame", () => {
    expect(soakFaults(facts({ fanRpm: 0, hottest: 99 }), undefined, false)).toMatchObject([
      { what: "heat", causes: ["paste", "pad", "cooler-screws"] },
    ]);
  });
  test("other limits can be set", () => {
    const strict = { hottest: 50, fanRpm: 4000, worse: 0 };
    const kinds = soakFaults(facts({ perWatt: 1.01 }), facts(), true, strict);
    expect(kinds.map(({ what }) => what)).toEqual(["fan", "heat", "worse"]);
  });
});

describe("what a run comes to", () => {
  test("six readings are enough, five are not", () => {
    const run = (n: number) => Array.from({ length: n }, (_, i) => reading(i));
    expect(soakFacts(run(5))).toBeUndefined();
    expect(soakFacts(run(6))).toEqual({
      perWatt: 1,
      hottest: 50,
      fanRpm: 3000,
      watts: 30,
      memoryErrors: 0,
      crashes: 0,
      seconds: 5,
    });
  });
  test("only the last third counts as settled, by its middle value", () => {
    const early = Array.from({ length: 6 }, (_, i) =>
      reading(10 + i, { celsius: 90, fanRpm: 100 }),
    );
    const late = [
      reading(16, { celsius: 50, watts: 10, fanRpm: 2000 }),
      reading(17, { celsius: 62.5, watts: 20, fanRpm: 2600 }),
      reading(18, { celsius: 80, watts: 40, fanRpm: 4000 }),
    ];
    expect(soakFacts([...early, ...late])).toEqual({
      perWatt: 2.125,
      hottest: 90,
      fanRpm: 2600,
      watts: 20,
      memoryErrors: 0,
      crashes: 0,
      seconds: 8,
    });
  });
  test("of an even number the two in the middle are halved, whatever their order", () => {
    const run = [3, 9, 2, 7].map((n, i) => reading(i, { watts: n, fanRpm: 10 * n, celsius: 20 }));
    const twelve = [...Array.from({ length: 8 }, (_, i) => reading(i)), ...run];
    expect(soakFacts(twelve)).toMatchObject({ watts: 5, fanRpm: 50, perWatt: 0 });
  });
  test("an idle machine is taken as one watt; the most errors count", () => {
    const run = Array.from({ length: 6 }, (_, i) =>
      reading(i, { watts: 0.1, celsius: 21.2344, memoryErrors: i === 2 ? 3 : 0 }),
    );
    expect(soakFacts(run)).toMatchObject({ perWatt: 1.234, watts: 0.1, memoryErrors: 3 });
  });
});

describe("which runs count", () => {
  const run = (round: "before" | "after", shuts: number) => ({ round, readings: [], shuts });
  const runs = [run("before", 0), run("after", 1), run("after", 2)];
  test("those before the work always, those after it since it was shut last, whatever the clocks say", () => {
    expect(countedRuns(runs, 2)).toEqual([runs[0], runs[2]]);
    expect(countedRuns(runs, 1)).toEqual([runs[0], runs[1]]);
  });
});

describe("the verdict", () => {
  const made = (round: "before" | "after", celsius: number, seconds = 1200, more = {}): Run => ({
    round,
    readings: Array.from({ length: seconds / 10 + 1 }, (_, i) => reading(10 * i, { celsius })),
    ...more,
  });
  const state = (...runs: readonly Run[]) => soakVerdict(runs, true).state;
  test.each<[string, readonly Run[], string]>([
    ["no run", [], "none"],
    ["only before", [made("before", 50)], "none"],
    ["a cool run of twenty minutes", [made("after", 50)], "good"],
    ["one that is too short", [made("after", 50, 1190)], "short"],
    ["a hot one, however short", [made("after", 99, 100)], "bad"],
    ["a short cool one after a hot one", [made("after", 99), made("after", 50, 300)], "bad"],
    ["a long cool one after a hot one", [made("after", 99), made("after", 50)], "good"],
    ["a hot one after a cool one", [made("after", 50), made("after", 99, 100)], "bad"],
    ["more rise than before", [made("before", 50), made("after", 60)], "bad"],
  ])("%s: %s", (_, runs, wanted) => expect(state(...runs)).toBe(wanted));
  test("a crash is a fault; the hours without one begin anew after it", () => {
    const seen = { times: 1, hours: 1 };
    const crashed = { ...made("after", 50, 3600), seen };
    const hang = [
      ...crashed.readings.slice(0, 5),
      { ...crashed.readings[5]!, event: "crash" as const },
    ];
    const bad = { ...crashed, readings: [...hang, ...crashed.readings.slice(6)] };
    expect(soakVerdict([bad], true)).toMatchObject({
      state: "bad",
      faults: [{ what: "crash", times: 1 }],
    });
    expect(soakVerdict([bad, crashed], true)).toMatchObject({
      state: "unsure",
      quiet: 1,
      sure: 0.5,
    });
  });
});

describe("how sure it is that a fault that comes and goes is gone", () => {
  test("3 in 10 h, 10 h without: 87.5 %; for 95 % it takes 17.1 h; the two are each other's inverse", () => {
    const seen = { times: 3, hours: 10 };
    expect(sureGone(seen, 10)).toBeCloseTo(0.875, 9);
    expect(hoursToBeSure(seen)).toBeCloseTo(17.14, 2);
    for (const times of [1, 2, 7]) {
      const one = { times, hours: 4 };
      expect(sureGone(one, hoursToBeSure(one, 0.9))).toBeCloseTo(0.9, 9);
    }
  });
  test("of machines that are as bad as that, so many would have shown it: thrown, seeded", () => {
    const random = seeded(11);
    // Rates that fit k events in T hours: gamma(k, 1 / T); an event within t hours, exponential.
    const gamma = (k: number): number =>
      Array.from({ length: k }, () => -Math.log(1 - random())).reduce((a, b) => a + b, 0);
    let shown = 0;
    for (let i = 0; i < 20_000; i++) {
      const rate = gamma(3) / 10;
      if (-Math.log(1 - random()) / rate < 10) shown += 1;
    }
    expect(shown / 20_000).toBeCloseTo(0.875, 2);
  });
});

describe("what is not kept", () => {
  const at = (...ts: readonly number[]) => ts.map((t) => reading(t));
  test.each([
    ["five seconds", at(0, 1, 2, 3, 4, 5), { type: "too-short", seconds: 5, least: 60 }],
    ["a gap", at(0, 1, 2, 3, 60, 61, 62), { type: "gap", at: 3, seconds: 57 }],
    ["a clock that went back", at(0, 30, 20, 90), { type: "backwards", at: 30 }],
    ["one reading", at(0), { type: "too-short", seconds: 0, least: 60 }],
  ])("%s", (_, readings, fault) => expect(runFault(readings)).toEqual(fault));
  test("readings a minute apart, for hours, are no gap", () => {
    expect(runFault(Array.from({ length: 200 }, (_, i) => reading(60 * i)))).toBeUndefined();
  });
});

describe("readings from outside", () => {
  test.each([
    ["none", [], false],
    ["one", [reading(0)], true],
    ["one without its watts", [{ ...reading(0), watts: undefined }], false],
    ["one with a text for a number", [{ ...reading(0), celsius: "hot" }], false],
    ["one at -300 °C", [{ ...reading(0), celsius: -300 }], false],
    ["one with no watts", [{ ...reading(0), watts: 0 }], false],
    ["one with an event", [{ ...reading(0), event: "restart" }], true],
    ["one with a key too many", [{ ...reading(0), more: 1 }], false],
    ["10,000", Array.from({ length: 10_000 }, (_, i) => reading(i)), true],
    ["10,001", Array.from({ length: 10_001 }, (_, i) => reading(i)), false],
  ])("%s", (_, readings, isGood) => {
    expect(readReadings(JSON.parse(JSON.stringify(readings))).ok).toBe(isGood);
  });
});
