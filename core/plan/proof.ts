import { requirementsOf } from "../order/index.ts";
import { closedMachine, type Move, type Problem, worksOf } from "../rules/index.ts";

/** What may be wrong with a function: a joint that was opened or a part that was moved, and how likely. */
export interface Doubt {
  /** The move of the strip-down that is made again to get at it. */
  readonly move: number;
  /** From 0 to 1: that it was missed. */
  readonly chance: number;
}

/** A function that is to be tried, in a build-up whose places are counted from 0 (now) to its length (shut). */
export interface Trial {
  readonly what: string;
  readonly doubts: readonly Doubt[];
  /** The first place of the build-up where it can be tried. */
  readonly earliest: number;
}

/** Where the machine is powered on: before a step of the build-up, or, at its length, when it is shut. */
export interface PowerOn {
  readonly before: number;
  readonly tries: readonly string[];
  /** Minutes that a miss costs on average, going back from here. */
  readonly atStake: number;
}

export interface ProofQuestion {
  readonly problem: Problem;
  /** From the closed machine. */
  readonly down: readonly Move[];
  /** Moves of the strip-down that are back already. */
  readonly back: ReadonlySet<number>;
  /** The steps that are left: moves of the strip-down, mirrored in this order. */
  readonly order: readonly number[];
  readonly trials: readonly Trial[];
  /** Minutes of a power-on at each place from 0 to the length of the order; undefined where none is possible. */
  readonly minutes: readonly (number | undefined)[];
}

/**
 * The power-ons that lose the fewest expected minutes: what they take, and, for each function, the chance
 * that something was missed times the way back from the first of them at which it can be tried. Exact: over
 * places in order, best(s) = minutes(s) + min over the power-on before it, s′, of best(s′) + what the
 * functions that first can be tried after s′ lose at s. Of equals the fewest, and those as late as can be.
 * The machine is powered on when it is shut in any case. Cost: places² × functions.
 */
export function proofPoints(question: ProofQuestion): readonly PowerOn[] {
  const { order, trials, minutes } = question;
  const end = order.length;
  const loses = wayBack(question);
  const places = [...Array(end + 1).keys()].filter((s) => s === end || minutes[s] !== undefined);
  const loss = trials.map((trial) => places.map((s) => (s < trial.earliest ? 0 : loses(trial, s))));
  const best: { cost: number; from: number; count: number }[] = [];
  for (const [i, s] of places.entries()) {
    const own = s === end ? 0 : minutes[s]!;
    let found = { cost: Infinity, from: -1, count: 0 };
    for (let k = -1; k < i; k++) {
      const before = k < 0 ? -1 : places[k]!;
      let cost = own + (k < 0 ? 0 : best[k]!.cost);
      for (const [t, { earliest }] of trials.entries()) {
        if (earliest > before && earliest <= s) cost += loss[t]![i]!;
      }
      const count = 1 + (k < 0 ? 0 : best[k]!.count);
      const isLess = cost < found.cost - 1e-9;
      const isEqual = Math.abs(cost - found.cost) <= 1e-9;
      if (isLess || (isEqual && count <= found.count)) found = { cost, from: k, count };
    }
    best.push(found);
  }
  const chosen: number[] = [];
  for (let i = places.length - 1; i >= 0; i = best[i]!.from) chosen.unshift(i);
  return chosen.map((i, k) => {
    const before = k === 0 ? -1 : places[chosen[k - 1]!]!;
    const here = trials
      .map((trial, t) => ({ trial, lost: loss[t]![i]! }))
      .filter(({ trial }) => trial.earliest > before && trial.earliest <= places[i]!);
    return {
      before: places[i]!,
      tries: here.map(({ trial }) => trial.what),
      atStake: here.reduce((sum, { lost }) => sum + lost, 0),
    };
  });
}

/**
 * The expected minutes of going back for a function from a place in the build-up: of each doubt, its chance
 * times the work of the moves that are made again, by the steps of this strip-down: the move itself, and of
 * all that it needs what is back by then.
 */
function wayBack({ problem, down, back, order }: ProofQuestion) {
  const { needs, works } = groundsOf(problem, down);
  // From which place on a move is back: 0 for what is back already, none for what does not come back.
  const since = new Float64Array(down.length).fill(Infinity);
  for (const i of back) since[i] = 0;
  for (const [at, i] of order.entries()) since[i] = at + 1;
  const again = new Int32Array(down.length).fill(-1);
  let round = 0;
  return ({ doubts }: Trial, place: number): number => {
    let sum = 0;
    for (const { move, chance } of doubts) {
      round += 1;
      const waiting = since[move]! <= place ? [move] : [];
      while (waiting.length > 0) {
        const next = waiting.pop()!;
        if (again[next] === round) continue;
        again[next] = round;
        sum += chance * works[next]!;
        for (const set of needs[next]!) {
          const isMet =
            set.length === 0 || set.some((k) => since[k]! > place || again[k] === round);
          if (!isMet) waiting.push(set[0]!);
        }
      }
    }
    return sum;
  };
}

interface Grounds {
  readonly needs: readonly (readonly (readonly number[])[])[];
  readonly works: readonly number[];
}

/** What each move of a strip-down needs and costs: worked out once for it. */
const known = new WeakMap<readonly Move[], Grounds>();

function groundsOf(problem: Problem, down: readonly Move[]): Grounds {
  let grounds = known.get(down);
  if (!grounds) {
    const start = closedMachine(problem.model);
    const needs = requirementsOf(problem, start, down);
    known.set(down, (grounds = { needs, works: worksOf(problem.model, start, down) }));
  }
  return grounds;
}
