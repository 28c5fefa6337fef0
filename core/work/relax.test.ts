import { pick, seeded } from "../base/seeded.ts";
import {
  after,
  closedMachine,
  isReached,
  type Move,
  modelOf,
  moveWork,
  type Problem,
  problemOf,
  type State,
} from "../rules/index.ts";
import { elementsOf } from "./elements.ts";
import { legalMoves } from "./exact.ts";
import { relaxationOf } from "./relax.ts";
import { randomCase } from "../../testing/random-guide.ts";

/** Legal moves at random until the goal is reached; undefined when they lead nowhere. */
function wander(problem: Problem, start: State, random: () => number): Move[] | undefined {
  const moves: Move[] = [];
  let state = start;
  while (!isReached(problem, state)) {
    const legal = legalMoves(problem, state);
    if (legal.length === 0) return undefined;
    const move = pick(random, legal);
    moves.push(move);
    state = after(state, move);
  }
  return moves;
}

function workOf(problem: Problem, start: State, moves: readonly Move[]): number {
  let state = start;
  let work = 0;
  for (const move of moves) {
    work += moveWork(problem.model, state, move);
    state = after(state, move);
  }
  return work;
}

/** The states that some moves lead to, on the way to which the machine is left lying in pieces. */
function starts(problem: Problem, moves: readonly Move[]): State[] {
  const states = [closedMachine(problem.model)];
  for (const move of moves) states.push(after(states.at(-1)!, move));
  return [states[0]!, states[moves.length >> 1]!];
}

describe("the elements of any plan, however foolish", () => {
  test.each([6, 9, 12])("close the goal, and cost no more than it, up to %i parts", (most) => {
    let plans = 0;
    for (let seed = 1; seed <= 400; seed++) {
      const { guide, job } = randomCase(seed, most);
      const problem = problemOf(modelOf(guide), job);
      if (!problem.ok) throw new Error(problem.error.type);
      const random = seeded(seed);
      const first = wander(problem.value, closedMachine(problem.value.model), random);
      for (const start of first ? starts(problem.value, first) : []) {
        const moves = wander(problem.value, start, random);
        if (!moves) continue;
        const relaxation = relaxationOf(problem.value, start);
        const elements = elementsOf(problem.value, start, moves);
        const allowed = new Uint8Array(relaxation.size);
        let cost = 0;
        for (const e of elements) {
          allowed[e] = 1;
          cost += relaxation.cost[e]!;
        }
        plans += 1;
        expect({ seed, reaches: relaxation.reaches(allowed) }).toEqual({ seed, reaches: true });
        expect(cost).toBeLessThanOrEqual(workOf(problem.value, start, moves) + 1e-9);
        for (const e of relaxation.plain)
          expect({ seed, has: elements.has(e) || moves.length === 0 }).toEqual({ seed, has: true });
      }
    }
    expect(plans).toBeGreaterThan(250);
  });
});

describe("sets of which every plan has one", () => {
  test("what is left out when a set has grown: each of it, added, closes the goal", () => {
    let grown = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const { guide, job } = randomCase(seed, 9);
      const problem = problemOf(modelOf(guide), job);
      if (!problem.ok) throw new Error(problem.error.type);
      const relaxation = relaxationOf(problem.value, closedMachine(problem.value.model));
      const set = new Uint8Array(relaxation.size);
      if (
        !relaxation.reaches(Uint8Array.from(set, (_, e) => (relaxation.usable.includes(e) ? 1 : 0)))
      )
        continue;
      if (!relaxation.grow(set, relaxation.usable)) continue;
      grown += 1;
      expect(relaxation.reaches(set)).toBe(false);
      for (const e of relaxation.usable) {
        if (set[e] === 1) continue;
        const more = set.slice();
        more[e] = 1;
        expect({ seed, e, reaches: relaxation.reaches(more) }).toEqual({ seed, e, reaches: true });
      }
    }
    expect(grown).toBeGreaterThan(100);
  });

  test("forced elements, asked all at once, are those that each by itself cannot be spared", () => {
    for (let seed = 1; seed <= 120; seed++) {
      const { guide, job } = randomCase(seed, 9);
      const problem = problemOf(modelOf(guide), job);
      if (!problem.ok) throw new Error(problem.error.type);
      const relaxation = relaxationOf(problem.value, closedMachine(problem.value.model));
      const all = new Uint8Array(relaxation.size);
      for (const e of relaxation.usable) all[e] = 1;
      if (!relaxation.reaches(all)) continue;
      const oneByOne = relaxation.usable.filter((e) => {
        const without = all.slice();
        without[e] = 0;
        return !relaxation.reaches(without);
      });
      expect([...relaxation.forced(relaxation.usable, () => false)].sort((a, b) => a - b)).toEqual(
        oneByOne,
      );
    }
  });
});
