import { type Dive, diveFromText, diveOf, diveText } from "./dive.ts";

const release = { do: "release", joint: "a" } as const;
const lift = { do: "lift", parts: ["b"] } as const;
const place = { do: "place", parts: ["b"] } as const;
const make = { do: "make", joint: "a" } as const;

const half: Dive = diveOf({
  down: [
    { step: release, done: true },
    { step: lift, done: true },
  ],
  swapped: true,
  up: [
    { step: place, done: true, gate: true },
    { step: make, done: false, gate: false },
  ],
});

test("goes down with lifts and up with places; where you are is the last point that is done", () => {
  expect(half.points.map(({ kind, depth }) => `${kind} ${depth}`)).toEqual([
    "start 0",
    "down 0",
    "down 1",
    "swap 1",
    "up 0",
    "up 0",
  ]);
  expect(half).toMatchObject({ here: 4, deepest: 1 });
  expect(half.points.map(({ gate }) => gate)).toEqual([false, false, false, false, true, false]);
});

test("nothing done yet: you are at the start", () => {
  const dive = diveOf({ down: [{ step: lift, done: false }], swapped: false, up: [] });
  expect(dive.here).toBe(0);
  expect(diveText(dive)).toBe("S0d1w1");
});

test("as a text it is short, and comes back whole", () => {
  expect(diveText(half)).toBe("S0D0D1W1U0!u0");
  expect(diveFromText("S0D0D1W1U0!u0")).toEqual(half);
  const deep = "S0d9d10w12u11!";
  expect(diveText(diveFromText(deep))).toBe(deep);
  expect(() => diveFromText("")).toThrow(/no dive/);
});
