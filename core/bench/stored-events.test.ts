import { must } from "../base/must.ts";
import { readSentTick } from "./entry-schemas.ts";
import { type Entry, type LedgerEvent, takenBack } from "./events.ts";
import { missedIn } from "./missed.ts";
import {
  jobStream,
  readEvent,
  readEvents,
  storedEvent,
  type StoredEvent,
  versionOf,
} from "./stored-events.ts";

const GUIDE = { version: "a".repeat(64), code: "T-1" };
const event = (id: string, entry: Entry, causedBy?: string): LedgerEvent => ({
  id,
  at: "2026-01-01T08:00:00.000Z",
  by: "tobin",
  ...(causedBy === undefined ? {} : { causedBy }),
  entry,
});
const ENTRIES: readonly Entry[] = [
  {
    do: "start",
    guide: GUIDE,
    job: { for: ["fan"], mode: "book" },
    down: [{ do: "lift", parts: ["fan"] }],
  },
  {
    do: "release",
    joint: "a",
    count: 3,
    cell: 2,
    lies: "cells",
    differs: { reason: "lost", note: "x" },
  },
  { do: "lift", parts: ["fan"] },
  { do: "observe", what: { type: "in-reach", part: "base", thing: "fan-plug" } },
  { do: "observe", what: { type: "held-by", thing: "fan", by: "a" } },
  { do: "observe", what: { type: "words", about: "fan", words: "It is taped." } },
  { do: "renew", guide: GUIDE },
  { do: "swap", fitted: [{ part: "fan", code: "F-1" }] },
  { do: "confirm", joint: "a" },
  { do: "place", parts: ["fan"] },
  { do: "make", joint: "a", count: 0 },
  { do: "habit", habit: "parked" },
  { do: "answer", stop: "begin", answer: "no", note: "n" },
  { do: "check", round: "shut", what: "fan", result: "na", note: "n" },
  { do: "rework", joint: "a" },
  { do: "snag", stuck: "fan", held: "a" },
  { do: "take-back", event: "e1" },
  { do: "replan", job: { for: [], reach: ["a"] }, down: [{ do: "release", joint: "a" }] },
  { do: "close", left: 0, explained: "n" },
];

test.each(ENTRIES.map((entry) => [entry.do, entry] as const))(
  "%s comes back from its stored form as it went in",
  (kind, entry) => {
    const stored = storedEvent(jobStream(1004), 7, event("e7", entry, "e6"));
    expect(stored).toMatchObject({
      stream: "job:1004",
      seq: 7,
      kind,
      version: kind === "start" ? 2 : 1,
      by: "tobin",
      causedBy: "e6",
    });
    expect(stored.body).not.toHaveProperty("do");
    const wire = JSON.parse(JSON.stringify(stored)) as StoredEvent;
    expect(readEvent(wire, GUIDE)).toEqual({ ok: true, value: event("e7", entry, "e6") });
  },
);

test("an event without a cause has none, stored or read", () => {
  const stored = storedEvent("job:1", 0, event("e0", { do: "swap" }));
  expect(stored.causedBy).toBeNull();
  expect(readEvent(stored, GUIDE)).toEqual({ ok: true, value: event("e0", { do: "swap" }) });
});

test("a start of version 1 is brought to this one: it names the guide its stream is pinned to", () => {
  const job = { for: ["fan"] };
  const old = {
    ...storedEvent("job:1", 0, event("e0", ENTRIES[0]!)),
    version: 1,
    body: { job, down: [] },
  };
  expect(readEvent(old, GUIDE)).toEqual({
    ok: true,
    value: event("e0", { do: "start", guide: GUIDE, job, down: [] }),
  });
  const kept = { version: "b".repeat(64), code: "T-2" };
  const fresh = storedEvent("job:1", 0, event("e0", { do: "start", guide: kept, job, down: [] }));
  expect(readEvent(fresh, GUIDE)).toMatchObject({ value: { entry: { guide: kept } } });
});

test("what cannot be read is named: an unknown kind, a newer version, a body that does not fit", () => {
  const stored = storedEvent("job:1", 3, event("e3", { do: "lift", parts: ["fan"] }));
  expect(readEvent({ ...stored, kind: "weld" }, GUIDE)).toEqual({
    ok: false,
    error: { type: "event-kind-unknown", id: "e3", kind: "weld" },
  });
  expect(readEvent({ ...stored, kind: "toString" }, GUIDE).ok).toBe(false);
  expect(readEvent({ ...stored, version: versionOf("lift") + 1 }, GUIDE)).toEqual({
    ok: false,
    error: { type: "event-newer", id: "e3", kind: "lift", version: 2, known: 1 },
  });
  expect(readEvent({ ...stored, body: { parts: [7] } }, GUIDE)).toMatchObject({
    error: {
      type: "event-broken",
      id: "e3",
      kind: "lift",
      path: "/parts/0",
      why: /string/ as never,
    },
  });
});

test("a ledger is read whole, or to the first event that cannot be", () => {
  const stored = [0, 1, 2].map((i) => storedEvent("job:1", i, event(`e${i}`, { do: "swap" })));
  const whole = readEvents(stored, GUIDE);
  expect(whole.ok && whole.value.map(({ id }) => id)).toEqual(["e0", "e1", "e2"]);
  const broken = stored.map((one, i) => (i === 1 ? { ...one, version: 5 } : one));
  expect(readEvents(broken, GUIDE)).toMatchObject({ error: { type: "event-newer", id: "e1" } });
});

describe("what a screen sends", () => {
  const tick = { id: "abcdefgh", at: "2026-01-01T08:00:00.000Z", after: 2, entry: { do: "swap" } };
  test("is one tick; the server's own entries are none", () => {
    expect(readSentTick(tick)).toEqual({ ok: true, value: tick });
    expect(readSentTick({ ...tick, entry: ENTRIES[0] }).ok).toBe(false);
    for (const own of ["replan", "renew"]) {
      const entry = ENTRIES.find((one) => one.do === own);
      expect(readSentTick({ ...tick, entry }).ok).toBe(false);
    }
  });
  test.each([
    ["a short id", { id: "abc" }],
    ["an id with blanks", { id: "abc defgh" }],
    ["a time that is none", { at: "yesterday" }],
    ["a negative place", { after: -1 }],
    ["half a place", { after: 0.5 }],
    ["an unknown entry", { entry: { do: "dance" } }],
    ["a key too many", { who: "somebody" }],
    ["a maker of no name", { by: "" }],
    ["a count over 200", { entry: { do: "release", joint: "a", count: 201 } }],
    ["a key too many in the entry", { entry: { do: "swap", by: "x" } }],
  ])("%s is refused", (_, wrong) => {
    expect(readSentTick({ ...tick, ...wrong }).ok).toBe(false);
  });
});

describe("what was taken back", () => {
  const snag = (held: string): Entry => ({ do: "snag", stuck: "fan", held });
  const back = (id: string): Entry => ({ do: "take-back", event: id });
  test("goes with what it followed from, all the way", () => {
    const events = [
      event("a", snag("x")),
      event("b", { do: "rework", joint: "y" }, "a"),
      event("c", { do: "swap" }, "b"),
      event("d", back("c")),
    ];
    expect([...takenBack(events)].sort()).toEqual(["a", "b", "c"]);
    expect([...takenBack(events.slice(0, 3))]).toEqual([]);
  });
  test("is not missed: only snags and ways back that stand count, each time", () => {
    const events = [
      event("a", snag("x")),
      event("b", snag("x")),
      event("c", { do: "rework", joint: "y" }),
      event("d", snag("z")),
      event("e", back("d")),
    ];
    expect(missedIn(events)).toEqual(["x", "x", "y"]);
  });
});

test("a stream is named for its job", () => {
  expect(jobStream(10000)).toBe("job:10000");
  expect(must(0, "nothing is something")).toBe(0);
  expect(() => must(undefined, "the thing")).toThrow("the thing is missing");
});

test("a kind that nobody knows is an error that names the event, whatever its name", () => {
  for (const kind of ["boil", "toString", ""]) {
    const stored = { ...storedEvent("job:1", 0, event("e1", { do: "swap" })), kind };
    expect(readEvent(stored, GUIDE)).toEqual({
      ok: false,
      error: { type: "event-kind-unknown", id: "e1", kind },
    });
  }
});

test("each kind of entry is written in the version that it is read in", () => {
  for (const entry of ENTRIES) {
    const { version } = storedEvent("job:1", 0, event("e1", entry));
    expect(version).toBe(entry.do === "start" ? 2 : 1);
  }
});

const sent = (entry: object, more: object = {}) => ({
  id: "abcdefgh",
  at: "2026-01-01T08:00:00.000Z",
  after: 3,
  entry,
  ...more,
});

test.each([
  ["a moment without a zone", sent({ do: "swap" }, { at: "2026-01-01T08:00:00" })],
  ["a moment in words", sent({ do: "swap" }, { at: "yesterday" })],
  ["a moment with more behind it", sent({ do: "swap" }, { at: "2026-01-01T08:00:00Z, or so" })],
  ["a check without its round", sent({ do: "check", what: "fan", result: "pass" })],
  ["a check without a result", sent({ do: "check", round: "open", what: "fan" })],
  ["a check without its function", sent({ do: "check", round: "open", result: "pass" })],
  ["a start, which is the server's", sent({ do: "start", guide: GUIDE, job: {}, down: [] })],
])("%s is not read as a tick", (_, value) => {
  expect(readSentTick(value).ok).toBe(false);
});

test("a tick that is whole is read", () => {
  expect(readSentTick(sent({ do: "check", round: "open", what: "fan", result: "pass" })).ok).toBe(
    true,
  );
  expect(readSentTick(sent({ do: "swap" }, { at: "2026-01-01T08:00:00Z" })).ok).toBe(true);
});

test("a start tells only signs that there are", () => {
  const start = (signs: readonly unknown[]) => ({
    ...storedEvent("job:1", 0, event("e1", ENTRIES[0]!)),
    body: { guide: GUIDE, job: { for: ["fan"] }, down: [], signs },
  });
  expect(readEvent(start(["base-bulges"]), GUIDE).ok).toBe(true);
  expect(readEvent(start(["it smells"]), GUIDE)).toMatchObject({
    error: { type: "event-broken", path: "/signs/0" },
  });
  expect(readEvent(start([{}, 3]), GUIDE).ok).toBe(false);
});
