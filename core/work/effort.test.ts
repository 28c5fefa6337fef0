import { Meter } from "../base/meter.ts";
import type { Guide } from "../guide/index.ts";
import {
  after,
  blockOf,
  closedMachine,
  isReached,
  type Job,
  modelOf,
  moveWork,
  problemOf,
} from "../rules/index.ts";
import { leastWork } from "./least-work.ts";
import { largeGuide } from "../../testing/large-guide.ts";
import { randomCase } from "../../testing/random-guide.ts";

function search(guide: Guide, job: Job, looks: number) {
  const problem = problemOf(modelOf(guide), job);
  if (!problem.ok) throw new Error(problem.error.type);
  const start = closedMachine(problem.value.model);
  const answer = leastWork(problem.value, start, new Meter(looks));
  let state = start;
  let work = 0;
  for (const move of answer.best?.moves ?? []) {
    expect(blockOf(problem.value, state, move)).toBeUndefined();
    work += moveWork(problem.value.model, state, move);
    state = after(state, move);
  }
  if (answer.best) {
    expect(isReached(problem.value, state)).toBe(true);
    expect(answer.best.work).toBeCloseTo(work, 9);
  }
  return answer;
}

test.each([0, 100, 300, 1000, 3000, 10_000, 100_000])(
  "after %i looks: a legal plan, a bound that is true, and proven only what is the least",
  (looks) => {
    let unproven = 0;
    for (let seed = 1; seed <= 150; seed++) {
      const { guide, job } = randomCase(seed, 9);
      const least = search(guide, job, Infinity);
      expect(least.proven).toBe(true);
      if (!least.best) continue;
      const cut = search(guide, job, looks);
      expect(cut.bound).toBeLessThanOrEqual(least.best.work + 1e-9);
      if (cut.best) expect(cut.best.work).toBeGreaterThanOrEqual(least.best.work - 1e-9);
      if (!cut.proven) unproven += 1;
      else expect(cut.best?.work).toBeCloseTo(least.best.work, 6);
    }
    if (looks < 1000) expect(unproven).toBeGreaterThan(20);
  },
);

test("a large machine has a legal plan from the first look on, and the gap closes with looks", () => {
  const guide = largeGuide(60, 3);
  const gaps = [0, 100_000, 300_000, Infinity].map((looks) => {
    const { best, bound } = search(guide, { for: ["frame"] }, looks);
    return best!.work - bound;
  });
  expect(gaps[0]).toBeGreaterThan(gaps[3]!);
  expect(gaps).toEqual([...gaps].sort((a, b) => b - a));
  expect(gaps.at(-1)).toBeCloseTo(0, 6);
});
