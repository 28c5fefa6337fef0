import { pick, seeded } from "../base/seeded.ts";
import { closedMachine, type Model, modelOf, problemOf } from "../rules/index.ts";
import { factsOf } from "./facts.ts";
import { hasBit } from "./rows.ts";
import { randomCase } from "../../testing/random-guide.ts";

/**
 * Whether carrying joints link two parts without the frame, with no part dearer than y, and without one
 * part: a joint counts only when none of its parts is left out.
 */
function isLinked(model: Model, rank: Int16Array, d: number, y: number, without: number): boolean {
  const isOut = (p: number): boolean => p === model.frame || p === without || rank[p]! < rank[y]!;
  const seen = new Set([d]);
  for (const p of seen) {
    for (const [j, joins] of model.joins.entries()) {
      if (!model.carries[j] || !joins.includes(p) || joins.some(isOut)) continue;
      for (const q of joins) seen.add(q);
    }
  }
  return seen.has(y);
}

test("what may hold two parts in a piece, and what no such link does without", () => {
  let linked = 0;
  let bridged = 0;
  for (let seed = 1; seed <= 150; seed++) {
    const { guide, job } = randomCase(seed, 12);
    const problem = problemOf(modelOf(guide), job);
    if (!problem.ok) throw new Error(problem.error.type);
    const { model } = problem.value;
    const { links, rank, W } = factsOf(problem.value, closedMachine(model));
    const random = seeded(seed);
    for (let k = 0; k < 20; k++) {
      const [d, y] = [pick(random, [...rank.keys()]), pick(random, [...rank.keys()])];
      if (rank[y]! >= rank[d]! || d === model.frame || y === model.frame) continue;
      const isOne = isLinked(model, rank, d, y, -1);
      expect({ seed, d, y, isOne: links.isLinked(d, y) }).toEqual({ seed, d, y, isOne });
      if (!isOne) continue;
      linked += 1;
      for (const between of rank.keys()) {
        if (between === d || between === y || !hasBit(links.bridges(d, y), W, 0, between)) continue;
        bridged += 1;
        const isStill = isLinked(model, rank, d, y, between);
        expect({ seed, d, y, between, isStill }).toEqual({ seed, d, y, between, isStill: false });
      }
    }
  }
  expect(linked).toBeGreaterThan(100);
  expect(bridged).toBeGreaterThan(20);
});
