import type { Pattern } from "./exercise.ts";
import type { Guide } from "../guide/index.ts";
import { readGuide } from "../../testing/practice.ts";
import { pasteView, type Seat, seatOf, squeezed, stampedTurns } from "./paste.ts";
import { pasteFor } from "../swap/index.ts";

const guide: Guide = readGuide("marrowby-tern-15");
const seat = seatOf(guide) as Seat;
const need = pasteFor(seat.die, seat.bond).volume;
const turns = stampedTurns(seat);
const oneByOne = seat.screws.flatMap((_, i) => [i, i, i]);
const made = (pattern: Pattern, order = turns, volume = need, x = 0) =>
  squeezed(seat, pattern, { volume, x, y: 0 }, order);

test("the cooler sits where its guide says: its die, its screws about it, the order that is stamped", () => {
  expect(seat.die).toMatchObject({ width: 14, height: 9 });
  expect(seat.isStamped).toBe(true);
  expect([...seat.stamped].sort()).toEqual([...seat.screws.keys()]);
  expect(turns).toEqual([...seat.stamped, ...seat.stamped, ...seat.stamped]);
  expect(seatOf({ ...guide, parts: {} })).toBeUndefined();
});

test("spread over all of it nothing is starved; a dot leaves corners, half of it leaves more", () => {
  const [spread, dot, half] = [made("spread"), made("dot"), made("dot", turns, need / 2)];
  expect(spread.covered).toBeGreaterThan(0.99);
  expect(spread.kelvin).toBeLessThan(1);
  expect(dot.covered).toBeLessThan(spread.covered);
  expect(half.covered).toBeLessThan(dot.covered - 0.1);
  expect(half.kelvin).toBeGreaterThan(dot.kelvin + 5);
});

test("off the middle it is far warmer where there is none, and more is over the edge", () => {
  const [middle, off] = [made("dot"), made("dot", turns, need, 4)];
  expect(off.kelvin).toBeGreaterThan(3 * middle.kelvin);
  expect(off.over).toBeGreaterThan(middle.over);
});

test("the stamped order matters: one screw after the other puts twice as much on one corner of the die", () => {
  const [stamped, other] = [made("spread"), made("spread", oneByOne)];
  expect(other.borne).toBeGreaterThan(2 * stamped.borne);
});

test("screws that were not turned are at the last: nothing is left loose", () => {
  const loose = made("spread", []);
  expect(loose.corners.every((gap) => Math.abs(gap - seat.bond * 1000) < 3)).toBe(true);
});

test("judged: right with enough in the middle as stamped; too much, too little and askew each have their damage", () => {
  const view = (volume: number, order: readonly number[], x = 0) =>
    pasteView(seat, "dot", need, 3, 14, [
      { do: "press", paste: { volume, x, y: 0 }, turns: order },
    ]);
  expect(view(1.4 * need, turns).outcome).toEqual({ minutes: 0, least: 0, damage: [] });
  expect(view(need / 2, turns).outcome).toMatchObject({
    minutes: 14,
    damage: [{ type: "starved" }],
  });
  expect(view(4 * need, turns).outcome!.damage).toMatchObject([{ type: "over-edge" }]);
  expect(view(1.4 * need, oneByOne).outcome!.damage).toMatchObject([{ type: "askew" }]);
  expect(pasteView(seat, "dot", need, 3, 14, []).outcome).toBeUndefined();
  expect(pasteView(seat, "dot", need, 4, 14, []).need).toBeUndefined();
  expect(pasteView(seat, "dot", need, 3, 14, [{ do: "leave" }]).outcome!.damage).toEqual([
    { type: "left" },
  ]);
});
