import type { Guide } from "../guide/index.ts";
import { closedMachine, type Job, modelOf, problemOf } from "../rules/index.ts";
import { type Budget, DEFAULT_BUDGET, leastWork } from "./least-work.ts";
import { randomCase } from "../../testing/random-guide.ts";

function search(guide: Guide, job: Job, budget: Budget) {
  const problem = problemOf(modelOf(guide), job);
  if (!problem.ok) throw new Error(problem.error.type);
  return leastWork(problem.value, closedMachine(problem.value.model), budget);
}

/** A budget that ends each of the searches, and seeds that it ends before the least is found. */
const CUTS: Readonly<Record<string, readonly [Budget, readonly number[]]>> = {
  "branch nodes": [{ ...DEFAULT_BUDGET, nodes: 1 }, [27, 34, 62, 85, 123, 174, 228, 238]],
  "steps of the relaxation": [{ ...DEFAULT_BUDGET, steps: 1 }, [1, 3, 5, 6, 7, 11, 16, 20]],
  "states of the last search": [{ ...DEFAULT_BUDGET, states: 1 }, [28, 121, 174, 177, 214, 228]],
};

test.each(Object.entries(CUTS))(
  "out of %s nothing is proven, and the bound is still true",
  (_, [budget, seeds]) => {
    for (const seed of seeds) {
      const { guide, job } = randomCase(seed, 9);
      const least = search(guide, job, DEFAULT_BUDGET);
      const cut = search(guide, job, budget);
      expect(least.proven).toBe(true);
      expect(cut.best!.work).toBeGreaterThan(least.best!.work + 1e-6);
      expect({ seed, proven: cut.proven }).toEqual({ seed, proven: false });
      expect(cut.bound).toBeLessThanOrEqual(least.best!.work + 1e-9);
    }
  },
);

test("at every budget: a bound that is true, and proven only what is the least", () => {
  for (let seed = 1; seed <= 120; seed++) {
    const { guide, job } = randomCase(seed, 8);
    const least = search(guide, job, DEFAULT_BUDGET);
    if (!least.best || !least.proven) continue;
    for (const [nodes, states, steps] of [
      [1, 1, 1],
      [2, 5, 2000],
      [4, 50, 20_000],
      [400, 3, 3e8],
    ] as const) {
      const cut = search(guide, job, { nodes, states, steps });
      expect(cut.bound).toBeLessThanOrEqual(least.best.work + 1e-9);
      if (cut.best) expect(cut.best.work).toBeGreaterThanOrEqual(least.best.work - 1e-9);
      const isLeast = cut.best !== undefined && cut.best.work < least.best.work + 1e-6;
      if (cut.proven) expect({ seed, isLeast }).toEqual({ seed, isLeast: true });
    }
  }
});
