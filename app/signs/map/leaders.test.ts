import fc from "fast-check";
import { LEADER_STEP, leadersOf } from "./leaders.ts";

const view = { width: 300, height: 200 };

test("a name goes to the side its part is nearer to, at its own height where there is room", () => {
  const parts = [
    { id: "a", name: "Speaker", x: 10, y: 50 },
    { id: "b", name: "Card", x: 280, y: 120 },
  ];
  expect(leadersOf(parts, view)).toEqual([
    { id: "a", name: "Speaker", side: "left", from: { x: 10, y: 50 }, y: 50 },
    { id: "b", name: "Card", side: "right", from: { x: 280, y: 120 }, y: 120 },
  ]);
});

test("names never lie over each other, keep the order of their parts, stay in the view, and none comes twice", () => {
  const part = fc.record({ x: fc.nat({ max: 300 }), y: fc.nat({ max: 200 }) });
  fc.assert(
    fc.property(fc.array(part, { maxLength: 60 }), (spots) => {
      const parts = spots.map((spot, i) => ({ id: `p${i}`, name: `Part ${i}`, ...spot }));
      const leaders = leadersOf(parts, view);
      const most = 2 * Math.floor(view.height / LEADER_STEP);
      expect(leaders).toHaveLength(Math.min(parts.length, most));
      expect(new Set(leaders.map(({ id }) => id)).size).toBe(leaders.length);
      for (const side of ["left", "right"] as const) {
        const down = leaders.filter((one) => one.side === side);
        for (const [i, { y, from }] of down.entries()) {
          expect(y).toBeGreaterThanOrEqual(0);
          expect(y).toBeLessThanOrEqual(view.height);
          if (i === 0) continue;
          expect(y - down[i - 1]!.y).toBeGreaterThanOrEqual(LEADER_STEP - 1e-9);
          expect(from.y).toBeGreaterThanOrEqual(down[i - 1]!.from.y);
        }
      }
    }),
  );
});
