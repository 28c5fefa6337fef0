import { guide as guideOf, part, plug, screws } from "../../testing/builders.ts";
import type { Entry, LedgerEvent, Observation } from "../bench/index.ts";
import { withEdits } from "../edit/index.ts";
import { type Guide, jointMinutes } from "../guide/index.ts";
import { type JobTold, lessonsOf, openOf, thingsIn } from "./index.ts";

const at = (...places: readonly number[]) => places.map((x) => ({ view: "top", x, y: 1 }));
const guide: Guide = guideOf({
  parts: {
    frame: part(undefined, { kind: "palmrest" }),
    base: part("frame"),
    fan: part("frame", { lift: 1 }),
  },
  joints: {
    "base-screws": screws(["base", "frame"], { count: 4, off: 1, on: 1 }),
    "fan-screws": screws(["fan", "frame"], { count: 3, off: 1, on: 1, at: at(1, 2, 3) }),
    "fan-plug": plug(["fan", "frame"], { off: 1, on: 1 }),
  },
  covers: [{ part: "base", over: ["fan", "fan-plug"] }],
});

/** A job that did this, a minute each unless it says otherwise. */
function job(ticket: number, entries: readonly Entry[], more: Partial<JobTold> = {}): JobTold {
  const events = entries.map((entry, i): LedgerEvent => ({
    id: `${ticket}-${i}`,
    at: new Date(Date.UTC(2026, 0, ticket, 8, i)).toISOString(),
    by: "tobin",
    entry,
  }));
  return { ticket, serial: `S-${ticket}`, guide, now: guide, events, ...more };
}
const start: Entry = {
  do: "start",
  guide: { version: "0".repeat(64), code: "T-1" },
  job: { for: ["fan"] },
  down: [],
};
const out = (joint: string, count: number | undefined, more: object = {}): Entry => ({
  do: "release",
  joint,
  ...(count === undefined ? {} : { count }),
  ...more,
});
const observe = (what: Observation): Entry => ({ do: "observe", what });

describe("a number of screws", () => {
  const short = (ticket: number, count: number | undefined, more: object = {}) =>
    job(ticket, [out("base-screws", count, more)]);
  test("that is another on three machines running is a lesson, with its evidence", () => {
    const [only, ...others] = lessonsOf(guide, [
      short(1, 4),
      short(2, 3),
      short(3, 3),
      short(4, 3),
    ]);
    expect(others).toEqual([]);
    expect(only).toMatchObject({
      teaching: { type: "count", joint: "base-screws", count: 3 },
      needsMap: false,
    });
    expect(only!.evidence.map(({ ticket }) => ticket)).toEqual([2, 3, 4]);
    const next = withEdits(guide, only!.edits).guide;
    expect(next.joints["base-screws"]).toMatchObject({ count: 3 });
    expect(lessonsOf(next, [short(2, 3), short(3, 3), short(4, 3)])).toEqual([]);
  });
  test.each([
    ["two machines", [short(2, 3), short(3, 3)]],
    ["one with the guide's number between", [short(1, 3), short(2, 4), short(3, 3), short(4, 3)]],
    ["as the guide says", [short(1, undefined), short(2, 4), short(3, 4)]],
    [
      "what was lost or stuck",
      [1, 2, 3].map((ticket) =>
        short(ticket, 3, { differs: { reason: ticket === 2 ? "stuck" : "lost" } }),
      ),
    ],
    [
      "one machine three times",
      [1, 2, 3].map((ticket) => ({ ...short(ticket, 3), serial: "same" })),
    ],
    ["none at all", [short(1, 0), short(2, 0), short(3, 0)]],
  ])("%s is none", (_, jobs) => {
    expect(lessonsOf(guide, jobs)).toEqual([]);
  });
  test("machines without a serial are told apart by their jobs; what was taken back is not counted", () => {
    const jobs = [1, 2, 3].map((ticket) => ({ ...short(ticket, 3), serial: "" }));
    expect(lessonsOf(guide, jobs)).toHaveLength(1);
    const back = job(3, [out("base-screws", 3), { do: "take-back", event: "3-0" }]);
    expect(lessonsOf(guide, [...jobs.slice(0, 2), back])).toEqual([]);
  });
  test("a job that went by another version had that version's number", () => {
    const older = { ...guide, joints: { "base-screws": screws(["base", "frame"], { count: 5 }) } };
    const jobs = [1, 2, 3].map((ticket) => ({ ...short(ticket, undefined), guide: older }));
    expect(lessonsOf(guide, jobs)).toMatchObject([{ teaching: { count: 5 } }]);
  });
  test("a sister that has another number by right says nothing of the guide's", () => {
    const sister = { ...guide, joints: { "base-screws": screws(["base", "frame"], { count: 3 }) } };
    const jobs = [1, 2, 3].map((ticket) => ({ ...short(ticket, 3), guide: sister, now: sister }));
    expect(lessonsOf(guide, jobs)).toEqual([]);
  });
  test("where the guide shows each place, the map has to say which it is", () => {
    const jobs = [1, 2, 3].map((ticket) => job(ticket, [out("fan-screws", 2)]));
    expect(lessonsOf(guide, jobs)).toMatchObject([{ needsMap: true }]);
  });
});

describe("what is said at the bench", () => {
  const said = (what: Observation) => lessonsOf(guide, [job(1, [observe(what)])]);
  test("that something can be reached takes it from the cover", () => {
    const [only] = said({ type: "in-reach", part: "base", thing: "fan-plug" });
    expect(withEdits(guide, only!.edits).guide.covers).toEqual([{ part: "base", over: ["fan"] }]);
  });
  test("that a part holds it makes a cover; that a joint does, makes it join", () => {
    const [part] = said({ type: "held-by", thing: "fan", by: "frame" });
    expect(withEdits(guide, part!.edits).guide.covers).toContainEqual({
      part: "frame",
      over: ["fan"],
    });
    const [joint] = said({ type: "held-by", thing: "fan", by: "base-screws" });
    expect(withEdits(guide, joint!.edits).guide.joints["base-screws"]!.joins).toEqual([
      "base",
      "frame",
      "fan",
    ]);
  });
  test("words are put behind the care there is", () => {
    const careful: Guide = {
      ...guide,
      parts: { ...guide.parts, fan: part("frame", { care: "Mind the blades." }) },
    };
    const what: Observation = { type: "words", about: "fan", words: "A tape holds its lead." };
    const [only] = lessonsOf(careful, [job(1, [observe(what)])]);
    const next = withEdits(careful, only!.edits).guide;
    expect(next.parts["fan"]!.care).toBe("Mind the blades. A tape holds its lead.");
    expect(lessonsOf(next, [job(1, [observe(what)])])).toEqual([]);
  });
  test.each<[string, Observation]>([
    ["what is over it is not", { type: "in-reach", part: "fan", thing: "fan-plug" }],
    ["the cover is there", { type: "held-by", thing: "fan", by: "base" }],
    ["it joins it", { type: "held-by", thing: "fan", by: "fan-screws" }],
    ["there is no such part", { type: "held-by", thing: "fan", by: "gone" }],
    ["there is no such joint", { type: "words", about: "gone", words: "x" }],
  ])("is no lesson where %s", (_, what) => {
    expect(said(what)).toEqual([]);
  });
  test("of a sister is no lesson where her own facts say it already", () => {
    const what: Observation = { type: "in-reach", part: "base", thing: "fan" };
    const sister = { ...guide, covers: [] };
    expect(lessonsOf(guide, [job(1, [observe(what)], { guide: sister, now: sister })])).toEqual([]);
  });
  test("the same said in two jobs is one lesson of two; taken back it is none", () => {
    const what: Observation = { type: "in-reach", part: "base", thing: "fan" };
    const jobs = [job(1, [observe(what)]), job(2, [observe(what)])];
    expect(lessonsOf(guide, jobs)).toMatchObject([{ evidence: [{ ticket: 1 }, { ticket: 2 }] }]);
    const back: Entry = { do: "take-back", event: "1-0" };
    expect(lessonsOf(guide, [job(1, [observe(what), back])])).toEqual([]);
    expect(thingsIn(what)).toEqual(["base", "fan"]);
  });
});

describe("minutes", () => {
  /** Five steps of a minute, of which lifting the fan takes so long. */
  const timed = (ticket: number, lift: number): JobTold => {
    const steps: readonly [Entry, number][] = [
      [start, 0],
      [{ do: "answer", stop: "begin", answer: "yes" }, 1],
      [out("base-screws", 4), 1],
      [out("fan-screws", 3), 1],
      [out("fan-plug", undefined), 1],
      [{ do: "lift", parts: ["fan"] }, lift],
      [{ do: "make", joint: "fan-plug" }, 1],
    ];
    let minute = 0;
    const events = steps.map(([entry, took], i): LedgerEvent => {
      minute += took;
      const when = new Date(Date.UTC(2026, 0, ticket, 8, 0, minute * 60)).toISOString();
      return { id: `${ticket}-${i}`, at: when, by: "tobin", entry };
    });
    return { ticket, serial: "", guide, now: guide, events };
  };
  const jobs = (many: number, lift: number) =>
    Array.from({ length: many }, (_, i) => timed(i + 1, lift));
  test("that are far from those of the steps about it, in five jobs, are a lesson", () => {
    const [only, ...others] = lessonsOf(guide, jobs(5, 2));
    expect(others).toEqual([]);
    expect(only!.teaching).toEqual({
      type: "minutes",
      of: "parts",
      id: "fan",
      key: "lift",
      minutes: 2,
    });
    const next = withEdits(guide, only!.edits).guide;
    expect(lessonsOf(next, jobs(5, 2))).toEqual([]);
  });
  test("in four jobs, or near enough, or slow alike, are none", () => {
    expect(lessonsOf(guide, jobs(4, 2))).toEqual([]);
    expect(lessonsOf(guide, jobs(5, 1.4))).toEqual([]);
  });
  test("leave out what a fragile joint asks for: that is not written with them", () => {
    const { "fan-plug": plugged, ...rest } = guide.joints;
    const fragile: Guide = {
      ...guide,
      joints: {
        ...rest,
        "fan-plug": { ...plugged!, off: 0.1, fragile: 2 },
      },
    };
    const told = lessonsOf(
      fragile,
      jobs(5, 1).map((one) => ({ ...one, now: fragile })),
    ).find(
      ({ teaching }) =>
        teaching.type === "minutes" && teaching.id === "fan-plug" && teaching.key === "off",
    );
    const next = withEdits(fragile, told!.edits).guide;
    expect(jointMinutes(next.joints["fan-plug"]!).off).toBeCloseTo(1, 1);
    expect(next.joints["fan-plug"]!.off).toBeLessThan(1);
  });
});

test("a lesson that was decided is open again only when another job teaches it", () => {
  const what: Observation = { type: "in-reach", part: "base", thing: "fan" };
  const told = (...tickets: readonly number[]) =>
    lessonsOf(
      guide,
      tickets.map((ticket) => job(ticket, [observe(what)])),
    );
  const { key } = told(1)[0]!;
  expect(openOf(told(1), [])).toHaveLength(1);
  expect(openOf(told(1), [{ key, tickets: [1] }])).toEqual([]);
  expect(openOf(told(1, 2), [{ key, tickets: [1] }])).toHaveLength(1);
  expect(openOf(told(1, 2), [{ key: "other", tickets: [1, 2] }])).toHaveLength(1);
});
