import { randomCase } from "../../testing/random-guide.ts";
import { pick, seeded } from "../base/seeded.ts";
import { closedMachine, modelOf, problemOf, worksOf } from "../rules/index.ts";
import { requirementsOf } from "../order/index.ts";
import { leastWork } from "../work/index.ts";
import { upOrder } from "./build-up.ts";
import { proofPoints, type ProofQuestion } from "./proof.ts";

/** A question drawn by chance: a real strip-down, functions that hang on its moves, some places without power. */
function drawn(seed: number): ProofQuestion | undefined {
  const { guide, job } = randomCase(seed, 7);
  const problem = problemOf(modelOf(guide), job);
  if (!problem.ok) return undefined;
  const { model } = problem.value;
  const start = closedMachine(model);
  const { best } = leastWork(problem.value, start);
  if (!best || best.moves.length < 3) return undefined;
  const down = best.moves;
  const order = upOrder(model, start, down);
  const random = seeded(seed);
  const trials = Array.from({ length: 1 + Math.floor(random() * 4) }, (_, i) => ({
    what: `f${i}`,
    earliest: Math.floor(random() * (order.length + 1)),
    doubts: [{ move: Math.floor(random() * down.length), chance: pick(random, [0.05, 0.3, 1]) }],
  }));
  const minutes = [...order.keys(), order.length].map(() =>
    random() < 0.3 ? undefined : pick(random, [0, 0.2, 2]),
  );
  return { problem: problem.value, down, back: new Set(), order, trials, minutes };
}

/** Work of doing a move again from a place in the build-up, by following what it needs, straight down. */
function again({ problem, down, order }: ProofQuestion, move: number, place: number): number {
  const start = closedMachine(problem.model);
  const needs = requirementsOf(problem, start, down);
  const works = worksOf(problem.model, start, down);
  const back = new Set(order.slice(0, place));
  const need = (at: number, known: ReadonlySet<number>): ReadonlySet<number> => {
    if (!back.has(at) || known.has(at)) return known;
    let all: ReadonlySet<number> = new Set([...known, at]);
    for (const set of needs[at]!) {
      if (set.length > 0 && set.every((k) => back.has(k) && !all.has(k))) all = need(set[0]!, all);
    }
    return all;
  };
  return [...need(move, new Set())].reduce((sum, k) => sum + works[k]!, 0);
}

/** What a choice of places loses, each function tried at the first of them where it can be. */
function loses(question: ProofQuestion, places: readonly number[]): number {
  const { order, trials, minutes } = question;
  let sum = places.reduce((all, s) => all + (s === order.length ? 0 : minutes[s]!), 0);
  for (const { earliest, doubts } of trials) {
    const at = places.find((s) => s >= earliest)!;
    for (const { move, chance } of doubts) sum += chance * again(question, move, at);
  }
  return sum;
}

test.each(Array.from({ length: 25 }, (_, i) => i))(
  "no choice of power-ons loses fewer expected minutes, batch %i",
  (batch) => {
    for (let seed = batch * 8 + 1; seed <= batch * 8 + 8; seed++) {
      const question = drawn(seed);
      if (!question || question.order.length > 11) continue;
      const end = question.order.length;
      const possible = [...Array(end).keys()].filter((s) => question.minutes[s] !== undefined);
      let least = Infinity;
      for (const open of [[], ...possible.map((s) => [s])]) {
        least = Math.min(least, loses(question, [...open, end]));
      }
      const found = proofPoints(question);
      const places = found.map(({ before }) => before);
      expect(places.at(-1)).toBe(end);
      expect(loses(question, places)).toBeCloseTo(least, 9);
      // Every function once, at the first power-on at which it can be tried.
      const tried = found.flatMap(({ before, tries }) => tries.map((what) => ({ before, what })));
      expect(tried.map(({ what }) => what).sort()).toEqual(
        question.trials.map(({ what }) => what).sort(),
      );
      for (const { what, earliest } of question.trials) {
        const { before } = tried.find((one) => one.what === what)!;
        expect(before).toBe(places.find((s) => s >= earliest));
      }
    }
  },
);

test("with nothing at stake the machine is powered on once, when it is shut", () => {
  const question = [3, 4, 5, 6, 7, 8].map(drawn).find((one) => one !== undefined)!;
  expect(proofPoints({ ...question, trials: [] })).toEqual([
    { before: question.order.length, tries: [], atStake: 0 },
  ]);
});
