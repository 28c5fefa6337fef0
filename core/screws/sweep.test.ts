import { seeded } from "../base/seeded.ts";
import { sweepLength, sweepOrder } from "./sweep.ts";

describe("the sweep", () => {
  test("is no longer than any order of the spots", () => {
    const random = seeded(7);
    for (let round = 0; round < 40; round++) {
      const spots = Array.from({ length: 2 + (round % 5) }, () => ({ x: random(), y: random() }));
      const best = Math.min(...permutations(spots.length).map((o) => sweepLength(spots, o)));
      expect(sweepLength(spots, sweepOrder(spots))).toBeLessThanOrEqual(best * 1.02 + 1e-9);
    }
  });
});

function permutations(n: number): number[][] {
  if (n === 0) return [[]];
  return permutations(n - 1).flatMap((p) =>
    Array.from({ length: n }, (_, i) => [...p.slice(0, i), n - 1, ...p.slice(i)]),
  );
}
