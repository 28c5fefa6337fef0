import {
  countedRuns,
  lastFaults,
  LIMITS,
  type Reading,
  readReadings,
  soakFacts,
  type SoakFacts,
  soakFaults,
} from "./soak.ts";

const facts = (more: Partial<SoakFacts> = {}): SoakFacts => ({
  perWatt: 1,
  hottest: 60,
  fanRpm: 3000,
  watts: 20,
  memoryErrors: 0,
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
  const run = (round: "before" | "after", at: string) => ({ round, readings: [], at });
  const runs = [
    run("before", "2026-01-01"),
    run("after", "2026-01-02"),
    run("after", "2026-01-04"),
  ];
  test("those before the work always, those after it from when it was shut last", () => {
    expect(countedRuns(runs, "2026-01-03")).toEqual([runs[0], runs[2]]);
    expect(countedRuns(runs, "2026-01-04")).toEqual([runs[0], runs[2]]);
    expect(countedRuns(runs, undefined)).toEqual(runs);
  });
  test("the last of each round decides", () => {
    const made = (round: "before" | "after", celsius: number) => ({
      round,
      readings: Array.from({ length: 6 }, (_, i) => reading(i, { celsius })),
    });
    const kinds = (...all: ReturnType<typeof made>[]) =>
      lastFaults(all, true)?.map(({ what }) => what);
    expect(kinds(made("before", 50), made("after", 60))).toEqual(["worse"]);
    expect(kinds(made("before", 30), made("before", 60), made("after", 60))).toEqual([]);
    expect(kinds(made("after", 99), made("after", 50))).toEqual([]);
    expect(kinds(made("before", 50))).toBeUndefined();
  });
});

describe("readings from outside", () => {
  test.each([
    ["none", [], false],
    ["one", [reading(0)], true],
    ["one without its watts", [{ ...reading(0), watts: undefined }], false],
    ["one with a text for a number", [{ ...reading(0), celsius: "hot" }], false],
    ["one with a key too many", [{ ...reading(0), more: 1 }], false],
    ["10,000", Array.from({ length: 10_000 }, (_, i) => reading(i)), true],
    ["10,001", Array.from({ length: 10_001 }, (_, i) => reading(i)), false],
  ])("%s", (_, readings, isGood) => {
    expect(readReadings(JSON.parse(JSON.stringify(readings))).ok).toBe(isGood);
  });
});
