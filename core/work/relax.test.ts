import { Meter } from "../base/meter.ts";
import { pick, seeded } from "../base/seeded.ts";
import {
  after,
  closedMachine,
  isReached,
  type Move,
  modelOf,
  type Problem,
  problemOf,
  type State,
  worksOf,
} from "../rules/index.ts";
import { elementsOf } from "./elements.ts";
import { legalMoves } from "./exact.ts";
import { type Relaxation, relaxationOf } from "./relax.ts";
import { randomCase, randomOuterCase } from "../../testing/random-guide.ts";

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

const workOf = ({ model }: Problem, start: State, moves: readonly Move[]): number =>
  worksOf(model, start, moves).reduce((sum, work) => sum + work, 0);

type Case = ReturnType<typeof randomCase>;

function problemIn({ guide, job }: Case): Problem {
  const problem = problemOf(modelOf(guide), job);
  if (!problem.ok) throw new Error(problem.error.type);
  return problem.value;
}

/** The relaxed machine of a seeded case that is closed, and the set of all that is usable in it. */
function closed(seed: number, meter?: Meter): { relaxation: Relaxation; all: Uint8Array } {
  const problem = problemIn(randomCase(seed, 9));
  const relaxation = relaxationOf(problem, closedMachine(problem.model), meter);
  const all = new Uint8Array(relaxation.size);
  for (const e of relaxation.usable) all[e] = 1;
  return { relaxation, all };
}

/** The states that some moves lead to, on the way to which the machine is left lying in pieces. */
function starts(problem: Problem, moves: readonly Move[]): State[] {
  const states = [closedMachine(problem.model)];
  for (const move of moves) states.push(after(states.at(-1)!, move));
  return [states[0]!, states[moves.length >> 1]!];
}

describe("the elements of any plan, however foolish", () => {
  /** Plans wandered at random from a closed machine and from one that lies in pieces; how many there were. */
  function wanderAll(seed: number, drawn: Case): number {
    const problem = problemIn(drawn);
    const random = seeded(seed);
    const first = wander(problem, closedMachine(problem.model), random);
    let plans = 0;
    for (const start of first ? starts(problem, first) : []) {
      const moves = wander(problem, start, random);
      if (!moves) continue;
      const relaxation = relaxationOf(problem, start);
      const elements = elementsOf(problem, start, moves);
      const allowed = new Uint8Array(relaxation.size);
      let cost = 0;
      for (const e of elements) {
        allowed[e] = 1;
        cost += relaxation.cost[e]!;
      }
      plans += 1;
      expect({ seed, reaches: relaxation.reaches(allowed) }).toEqual({ seed, reaches: true });
      expect(cost).toBeLessThanOrEqual(workOf(problem, start, moves) + 1e-9);
      // What must leave the frame, read off the covers or asked of the relaxed machine, has left it.
      const end = moves.reduce(after, start);
      const home = end.stack[problem.model.frame];
      const left = [...end.stack.keys()].filter((p) => end.stack[p] === home);
      const stuck = left.filter((p) => relaxation.mustLeave(p));
      expect({ seed, stuck }).toEqual({ seed, stuck: [] });
      for (const e of moves.length === 0 ? [] : relaxation.plain) {
        expect({ seed, has: elements.has(e) }).toEqual({ seed, has: true });
      }
    }
    return plans;
  }

  test.each([6, 9, 12])("close the goal, and cost no more than it, up to %i parts", (most) => {
    let plans = 0;
    for (let seed = 1; seed <= 400; seed++) plans += wanderAll(seed, randomCase(seed, most));
    expect(plans).toBeGreaterThan(250);
  });

  test.each([6, 9])("with an outer battery or a plug to open too, up to %i parts", (most) => {
    let plans = 0;
    for (let seed = 1; seed <= 400; seed++) plans += wanderAll(seed, randomOuterCase(seed, most));
    expect(plans).toBeGreaterThan(150);
  });
});

describe("sets of which every plan has one", () => {
  test("what is left out when a set has grown: each of it, added, closes the goal", () => {
    let grown = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const { relaxation, all } = closed(seed);
      const set = new Uint8Array(relaxation.size);
      if (!relaxation.reaches(all) || !relaxation.grow(set, relaxation.usable)) continue;
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

  test("cut off while it grows, a set still keeps the goal from being closed", () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { relaxation, all } = closed(seed);
      if (!relaxation.reaches(all)) continue;
      for (const looks of [0, 200, 2000]) {
        const cut = closed(seed, new Meter(looks)).relaxation;
        const set = new Uint8Array(relaxation.size);
        if (!cut.grow(set, relaxation.usable)) continue;
        expect({ seed, looks, reaches: relaxation.reaches(set) }).toMatchObject({ reaches: false });
      }
    }
  });

  test("what is spared closes the goal still, and nothing of it can be spared once more", () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { relaxation, all } = closed(seed);
      if (!relaxation.reaches(all)) continue;
      const set = all.slice();
      relaxation.spare(set, relaxation.usable);
      expect({ seed, reaches: relaxation.reaches(set) }).toEqual({ seed, reaches: true });
      for (const e of relaxation.usable.filter((one) => set[one] === 1)) {
        set[e] = 0;
        expect({ seed, e, reaches: relaxation.reaches(set) }).toEqual({ seed, e, reaches: false });
        set[e] = 1;
      }
    }
  });

  test("cut off while it is spared, a set still closes the goal", () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { relaxation, all } = closed(seed);
      if (!relaxation.reaches(all)) continue;
      for (const looks of [0, 200, 2000]) {
        const set = all.slice();
        closed(seed, new Meter(looks)).relaxation.spare(set, relaxation.usable);
        expect({ seed, looks, reaches: relaxation.reaches(set) }).toMatchObject({ reaches: true });
      }
    }
  });

  test("forced elements, asked all at once, are those that each by itself cannot be spared", () => {
    for (let seed = 1; seed <= 120; seed++) {
      const { relaxation, all } = closed(seed);
      if (!relaxation.reaches(all)) continue;
      const oneByOne = relaxation.usable.filter((e) => {
        const without = all.slice();
        without[e] = 0;
        return !relaxation.reaches(without);
      });
      const forced = relaxation.forced(relaxation.usable);
      expect([...forced].sort((a, b) => a - b)).toEqual(oneByOne);
    }
  });
});
