import type { Deed, Outcome, Setting } from "./exercise.ts";
import {
  doneIn,
  leftOpen,
  practiceStream,
  readDeed,
  readPractice,
  storedPractice,
} from "./stored.ts";

const setting: Setting = { kind: "opens", subject: "opens:wire-plug", seed: 7, level: 1 };
const outcome: Outcome = { minutes: 1, least: 0, damage: [{ type: "left" }] };
const stamp = (n: number, by = "pim") => ({ id: `e${n}`, at: `2026-06-01T09:0${n}:00.000Z`, by });
const stream = practiceStream("one");
const deed: Deed = { do: "say", answer: "wire-plug" };
const events = [
  storedPractice(stream, 0, { kind: "set", body: setting }, stamp(0)),
  storedPractice(stream, 1, { kind: "deed", body: deed }, stamp(1)),
  storedPractice(stream, 2, { kind: "came-out", body: outcome }, stamp(2)),
];

test("an exercise is read as it was written", () => {
  expect(readPractice(events)).toEqual({
    ok: true,
    value: { setting, drawn: {}, deeds: [deed], outcome, by: "pim" },
  });
});

test("what cannot be read is named; nothing at all is unreadable too", () => {
  const broken = { ...events[1]!, body: { do: "fly" } };
  expect(readPractice([events[0]!, broken])).toEqual({
    ok: false,
    error: { type: "practice-unreadable", id: "e1" },
  });
  expect(readPractice([{ ...events[0]!, kind: "start" }]).ok).toBe(false);
  expect(readPractice([]).ok).toBe(false);
});

test("what was done is what began and ended, by whom, whatever else there is", () => {
  const other = practiceStream("two");
  const open = storedPractice(other, 0, { kind: "set", body: setting }, stamp(1, "mirel"));
  const odd = { ...events[2]!, stream: other, body: { minutes: "many" } };
  expect(doneIn([...events, open, odd])).toEqual([
    { setting, begun: stamp(0).at, at: stamp(2).at, outcome, by: "pim" },
  ]);
});

test("the one that was begun last and not ended is there to go on with", () => {
  const other = practiceStream("two");
  const open = storedPractice(other, 0, { kind: "set", body: setting }, stamp(3));
  expect(leftOpen([...events, open])).toEqual({ id: "two", setting });
  expect(leftOpen(events)).toBeUndefined();
  expect(leftOpen([])).toBeUndefined();
  // One that was left before another was done is let go of.
  expect(
    leftOpen([
      { ...open, at: stamp(0).at },
      { ...events[0]!, at: stamp(1).at },
      ...events.slice(1),
    ]),
  ).toBeUndefined();
});

test.each([
  [{ do: "try", step: { do: "release", joint: "a" } }, true],
  [{ do: "try", step: { do: "lift", parts: [] } }, false],
  [{ do: "try", step: { do: "lift", parts: ["a", "a"] } }, false],
  [{ do: "press", paste: { volume: 5, x: 0, y: 0 }, turns: [0, 1] }, true],
  [{ do: "press", paste: { volume: 5e9, x: 0, y: 0 }, turns: [] }, false],
  [{ do: "press", paste: { volume: 5, heap: 1, x: 0, y: 0 }, turns: [] }, false],
  [{ do: "on", more: 1 }, false],
  [{ do: "leave" }, true],
  [{}, false],
  [null, false],
])("%j is a deed: %p", (value, is) => {
  expect(readDeed(value).ok).toBe(is);
});
