import fc from "fast-check";
import { fitted, isWithin, polygonIn, type Shape } from "./index.ts";

const corner = fc.record({
  x: fc.integer({ min: 0, max: 60 }),
  y: fc.integer({ min: 0, max: 60 }),
});

/** By the sum of the angles under which the edges are seen: a whole turn inside, none outside. */
function winds(corners: readonly { x: number; y: number }[], x: number, y: number): boolean {
  let turn = 0;
  for (const [i, a] of corners.entries()) {
    const b = corners[(i + 1) % corners.length]!;
    const cross = (a.x - x) * (b.y - y) - (b.x - x) * (a.y - y);
    turn += Math.atan2(cross, (a.x - x) * (b.x - x) + (a.y - y) * (b.y - y));
  }
  return Math.abs(turn) > Math.PI;
}

test("a point is in a triangle when its edges go round it", () => {
  fc.assert(
    fc.property(fc.tuple(corner, corner, corner), corner, (corners, { x, y }) => {
      const shape = polygonIn("top", corners);
      // Off the grid of the corners, so that no point lies on an edge.
      const [px, py] = [x + 0.513, y + 0.287];
      if (shape) expect(isWithin(shape, px, py)).toBe(winds(corners, px, py));
    }),
  );
});

test("a bent outline holds what is in it, and not the bay it goes round", () => {
  const shape = polygonIn("top", [
    { x: 0, y: 0 },
    { x: 30, y: 0 },
    { x: 30, y: 30 },
    { x: 20, y: 30 },
    { x: 20, y: 10 },
    { x: 10, y: 10 },
    { x: 10, y: 30 },
    { x: 0, y: 30 },
  ])!;
  expect(shape).toMatchObject({ x: 0, y: 0, w: 30, h: 30 });
  expect([isWithin(shape, 5, 20), isWithin(shape, 15, 20), isWithin(shape, 25, 20)]).toEqual([
    true,
    false,
    true,
  ]);
  expect(isWithin(shape, 31, 5)).toBe(false);
});

test("fewer than three corners, and a line, are no outline", () => {
  const at = (x: number, y: number) => ({ x, y });
  expect(polygonIn("top", [at(0, 0), at(9, 9)])).toBeUndefined();
  expect(polygonIn("top", [at(0, 0), at(9, 0), at(20, 0)])).toBeUndefined();
});

test("a polygon that is moved and stretched spans its new box", () => {
  const box = fc.record({
    x: fc.integer({ min: -20, max: 90 }),
    y: fc.integer({ min: -20, max: 90 }),
    w: fc.integer({ min: 2, max: 90 }),
    h: fc.integer({ min: 2, max: 90 }),
  });
  fc.assert(
    fc.property(fc.array(corner, { minLength: 3, maxLength: 8 }), box, (corners, wanted) => {
      const shape = polygonIn("top", corners);
      if (!shape) return;
      const next = fitted(shape, wanted);
      const again = polygonIn("top", next.outline!)!;
      for (const key of ["x", "y", "w", "h"] as const) {
        expect(next[key]).toBe(wanted[key]);
        expect(Math.abs(again[key] - wanted[key])).toBeLessThan(0.11);
      }
    }),
  );
});

test("a rectangle is stretched without corners of its own", () => {
  const shape: Shape = { view: "top", x: 0, y: 0, w: 10, h: 10, round: true };
  expect(fitted(shape, { x: 1, y: 2, w: 3, h: 4 })).toEqual({
    view: "top",
    x: 1,
    y: 2,
    w: 3,
    h: 4,
    round: true,
  });
});
