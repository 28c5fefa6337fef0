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
 * The power-ons that lose the fewest expected minutes: what they take, and, for each function, the chance that
 * something was missed times the way back from the first of them at which it can be tried. The machine is powered on
 * when it is shut in any case, and at most once before: nobody turns and starts an open machine over and over. Of
 * equals the fewest, then the latest. Cost: places × functions.
 */
export function proofPoints(question: ProofQuestion): readonly PowerOn[] {
  const { order, trials, minutes } = question;
  const end = order.length;
  const loses = wayBack(question);
  const shut = trials.map((trial) => loses(trial, end));
  const all = sumOf(shut);
  let best: { readonly at: number | undefined; readonly cost: number } = {
    at: undefined,
    cost: all,
  };
  for (let s = 0; s < end; s++) {
    const own = minutes[s];
    if (own === undefined) continue;
    const lost = trials.map((trial, t) => (trial.earliest <= s ? loses(trial, s) : shut[t]!));
    const cost = own + sumOf(lost);
    const isLess = cost < best.cost - 1e-9;
    const isEqual = Math.abs(cost - best.cost) <= 1e-9;
    if (isLess || (isEqual && best.at !== undefined)) best = { at: s, cost };
  }
  const open = best.at;
  const pointAt = (before: number, here: readonly Trial[]): PowerOn => ({
    before,
    tries: here.map(({ what }) => what),
    atStake: sumOf(here.map((trial) => loses(trial, before))),
  });
  if (open === undefined) return [pointAt(end, trials)];
  const [first, last] = [
    trials.filter(({ earliest }) => earliest <= open),
    trials.filter(({ earliest }) => earliest > open),
  ];
  return [pointAt(open, first), pointAt(end, last)];
}

const sumOf = (numbers: readonly number[]): number => numbers.reduce((sum, one) => sum + one, 0);

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
