import { must } from "../base/must.ts";
import { cornersOf, homographyOf, pictureMap, project, type Spot } from "./homography.ts";
import fc from "fast-check";

const value = <T>(result: { ok: true; value: T } | { ok: false; error: unknown }): T =>
  must(result.ok ? result.value : undefined, "a value");
const square: readonly Spot[] = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
];

test.each([
  ["a stretch", [0, 0, 4, 0, 4, 2, 0, 2], { x: 0.5, y: 0.5 }, { x: 2, y: 1 }],
  ["a shift", [10, 5, 11, 5, 11, 6, 10, 6], { x: 0.25, y: 0.5 }, { x: 10.25, y: 5.5 }],
  ["a quarter turn", [1, 0, 1, 1, 0, 1, 0, 0], { x: 0.25, y: 0.5 }, { x: 0.5, y: 0.25 }],
  // The diagonals of what was a square cross where its middle is seen.
  ["a slant", [0, 0, 4, 0, 3, 2, 1, 2], { x: 0.5, y: 0.5 }, { x: 2, y: 4 / 3 }],
] as const)("%s takes a point where it belongs", (_, numbers, from, to) => {
  const corners = [0, 2, 4, 6].map((i) => ({ x: numbers[i]!, y: numbers[i + 1]! }));
  const at = project(value(homographyOf(square, corners)), from);
  expect(at.x).toBeCloseTo(to.x, 9);
  expect(at.y).toBeCloseTo(to.y, 9);
});

test("there and back is where it began", () => {
  const coordinate = fc.double({ min: -40, max: 40, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(coordinate, { minLength: 8, maxLength: 8 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (by, t) => {
        const seen = [0, 1, 2, 3].map((i) => ({
          x: 400 * square[i]!.x + by[2 * i]!,
          y: 300 * square[i]!.y + by[2 * i + 1]!,
        }));
        const at = { x: t, y: 1 - t / 2 };
        const there = project(value(homographyOf(square, seen)), at);
        const back = project(value(homographyOf(seen, square)), there);
        expect(Math.hypot(back.x - at.x, back.y - at.y)).toBeLessThan(1e-6);
      },
    ),
  );
});

test("points in a line make no map", () => {
  const line = [0, 1, 2, 3].map((x) => ({ x, y: 2 * x }));
  expect(homographyOf(line, square).ok).toBe(false);
});

test("corners are found in whatever order they were tapped", () => {
  const corners = [
    { x: 12, y: 8 },
    { x: 90, y: 20 },
    { x: 95, y: 70 },
    { x: 5, y: 64 },
  ];
  fc.assert(
    fc.property(fc.shuffledSubarray(corners, { minLength: 4 }), (taps) => {
      expect(value(cornersOf(taps))).toEqual(corners);
    }),
  );
});

test("a dent, a line and three taps are no corners", () => {
  const dent = [...square.slice(0, 3).map(({ x, y }) => ({ x: 4 * x, y: 4 * y })), { x: 3, y: 2 }];
  expect(cornersOf(dent).ok).toBe(false);
  expect(cornersOf(square.slice(1)).ok).toBe(false);
  expect(cornersOf([0, 1, 2, 3].map((x) => ({ x, y: x }))).ok).toBe(false);
});

test("millimetres of a machine fall on the picture of it", () => {
  const taps = [
    { x: 100, y: 80 },
    { x: 900, y: 120 },
    { x: 980, y: 700 },
    { x: 40, y: 640 },
  ];
  const map = value(pictureMap(taps, { width: 320, height: 220 }));
  const corner = project(map, { x: 320, y: 220 });
  expect(corner.x).toBeCloseTo(980, 6);
  expect(corner.y).toBeCloseTo(700, 6);
});
