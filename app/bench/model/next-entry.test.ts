import { type Entry, nextAsk } from "../../../core/bench/index.ts";
import { modelOf } from "../../../core/rules/index.ts";
import { Bench } from "../../../testing/bench.ts";
import { smallGuide } from "../../../testing/builders.ts";
import type { Draft } from "../step/count-box.tsx";
import { doneWord, entryFor } from "./next-entry.ts";
import { benchView, screwStep, type Keeping } from "./bench-view.ts";

const model = modelOf(smallGuide());
const keeping: Keeping = { habit: "with-part", grid: { rows: 2, columns: 3, holds: 12 } };
const nothing = { left: undefined, explained: "" };

/** What "done" means on a bench as it stands, with what was typed. */
function meant(bench: Bench, typed: { draft?: Partial<Draft>; ending?: object } = {}) {
  const { state } = bench;
  const view = benchView(model, state, undefined);
  const screws = screwStep(model, state, view.step, keeping, undefined);
  const draft = { count: screws?.expected ?? 0, cell: undefined, reason: undefined };
  const ending = { ...nothing, ...typed.ending };
  return {
    entry: entryFor(view, screws, { ...draft, ...typed.draft }, ending, []),
    word: doneWord(view, state.rework !== undefined),
  };
}

const begun = (): Bench => {
  const bench = new Bench(model, { for: ["fan"] });
  bench.push({ do: "answer", stop: "begin", answer: "yes" });
  return bench;
};

test("a stop is not passed: the words say which keys answer it", () => {
  const bench = new Bench(model, { for: ["fan"] });
  expect(meant(bench).entry).toMatch(/with Y or N/);
});

test("screws go where the habit says, or into the cell that was typed", () => {
  expect(meant(begun()).entry).toEqual({
    do: "release",
    joint: "base-screws",
    count: 4,
    lies: "with-part",
  });
  expect(meant(begun(), { draft: { cell: 5 } }).entry).toMatchObject({ cell: 5 });
  expect(meant(begun(), { draft: { cell: 5 } }).entry).not.toHaveProperty("lies");
});

test("a reason goes along only where the count differs", () => {
  const reason = "stuck" as const;
  const differs = { reason };
  expect(meant(begun(), { draft: { count: 3, reason } }).entry).toMatchObject({ differs });
  expect(meant(begun(), { draft: { reason } }).entry).not.toHaveProperty("differs");
});

test("at the bottom it is the swap, in a going-back the seat anew", () => {
  const bench = begun();
  bench.down();
  expect(meant(bench)).toEqual({ entry: { do: "swap" }, word: "Swapped: build up" });
  bench.tick({ do: "swap" });
  bench.up({}, "battery-plug");
  bench.tick({ do: "rework", joint: "fan-screws" });
  bench.replan({ for: [], reach: ["fan-screws"] });
  bench.down();
  expect(meant(bench).word).toBe("Seated anew: build up");
});

test("before a cover it is the look at what it hides, then each check, then the cover", () => {
  const bench = begun();
  bench.down();
  bench.tick({ do: "swap" });
  const kinds: string[] = [];
  const words = new Set<string>();
  for (let i = 0; i < 60; i++) {
    const { entry: said, word } = meant(bench);
    const stop = nextAsk(bench.model, bench.state);
    const entry: Entry | string =
      stop.type === "stop" ? { do: "answer", stop: stop.stop.id, answer: stop.stop.good } : said;
    if (typeof entry === "string") break;
    kinds.push(entry.do);
    words.add(word);
    expect(bench.tick(entry)).toBeUndefined();
  }
  expect(kinds.indexOf("seen")).toBeGreaterThan(0);
  expect(kinds.indexOf("check")).toBeGreaterThan(kinds.lastIndexOf("seen"));
  expect(kinds.indexOf("check")).toBeLessThan(kinds.lastIndexOf("place"));
  expect([...words]).toEqual(expect.arrayContaining(["Done", "Seen: it is in"]));
});

test("the end wants a count first; with it, it closes, and says what was explained", () => {
  const bench = begun();
  bench.down();
  bench.tick({ do: "swap" });
  bench.up();
  for (;;) {
    const { entry } = meant(bench);
    if (typeof entry === "string") break;
    bench.tick(entry);
  }
  expect(meant(bench)).toEqual({
    entry: "Count the screws that are left over; 0 is a count too.",
    word: "Close the job",
  });
  expect(meant(bench, { ending: { left: 0 } }).entry).toEqual({ do: "close", left: 0 });
  const explained = "rolled off the mat";
  expect(meant(bench, { ending: { left: 1, explained: ` ${explained} ` } }).entry).toEqual({
    do: "close",
    left: 1,
    explained,
  });
  bench.tick({ do: "close", left: 0 });
  expect(meant(bench).entry).toBe("This job is closed.");
});
