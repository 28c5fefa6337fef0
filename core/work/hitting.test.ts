import { pick, seeded } from "../base/seeded.ts";
import { leastHitting } from "./hitting.ts";

/** The least cost over every choice there is. */
function bruteForce(sets: readonly (readonly number[])[], cost: Float64Array): number {
  let least = Infinity;
  for (let choice = 0; choice < 1 << cost.length; choice++) {
    if (!sets.every((set) => set.some((e) => (choice & (1 << e)) !== 0))) continue;
    const sum = cost.reduce((total, c, e) => total + ((choice & (1 << e)) !== 0 ? c : 0), 0);
    least = Math.min(least, sum);
  }
  return least;
}

function drawn(seed: number, elements: number, sets: number) {
  const random = seeded(seed);
  const cost = Float64Array.from({ length: elements }, () => pick(random, [0.1, 0.2, 0.2, 0.5, 1]));
  const lists = Array.from({ length: sets }, () => {
    const size = 1 + Math.floor(4 * random());
    return [...new Set(Array.from({ length: size }, () => Math.floor(elements * random())))];
  });
  return { cost, lists };
}

test("the least cost of every choice there is, and one of each set", () => {
  for (let seed = 1; seed <= 200; seed++) {
    const { cost, lists } = drawn(seed, 10, 3 + (seed % 12));
    const hitting = leastHitting(lists, cost, { branches: 10_000 })!;
    expect(hitting.exact).toBe(true);
    const byGrain = leastHitting(lists, cost, { branches: 10_000, grain: 0.1 })!;
    expect(byGrain.cost).toBeCloseTo(hitting.cost, 9);
    expect({ seed, cost: hitting.cost.toFixed(6) }).toEqual({
      seed,
      cost: bruteForce(lists, cost).toFixed(6),
    });
    expect(lists.every((list) => list.some((e) => hitting.chosen.includes(e)))).toBe(true);
  }
});

test("given up early, it still has one of each set and a bound that is true", () => {
  let given = 0;
  for (let seed = 1; seed <= 60; seed++) {
    const { cost, lists } = drawn(seed, 16, 24);
    const least = leastHitting(lists, cost, { branches: 10_000 })!.cost;
    const hitting = leastHitting(lists, cost, { branches: 0 })!;
    if (!hitting.exact) given += 1;
    expect(hitting.bound).toBeLessThanOrEqual(least + 1e-9);
    expect(hitting.cost).toBeGreaterThanOrEqual(least - 1e-9);
    expect(lists.every((list) => list.some((e) => hitting.chosen.includes(e)))).toBe(true);
  }
  expect(given).toBeGreaterThan(10);
});

test("no sets cost nothing; an empty set cannot be hit", () => {
  expect(leastHitting([], new Float64Array(3), { branches: 10 })).toMatchObject({
    cost: 0,
    chosen: [],
  });
  expect(leastHitting([[1], []], new Float64Array(3), { branches: 10 })).toBeUndefined();
});
