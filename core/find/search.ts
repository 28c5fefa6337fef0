import {
  type Action,
  afterOutcome,
  afterRepair,
  chanceOf,
  costOf,
  type FindProblem,
  type FindState,
} from "./problem.ts";

/** A chance below this is none. */
const NOTHING = 1e-9;
/** Of repairs alone what is less likely than this changes nothing that is worth the time. */
const SMALL = 2e-3;

/**
 * Expected minutes of repairing and seeing, without a check: the cause with the most chance for its minutes first, the
 * covers that it opened taken off the next. For causes that share nothing this order is the best there is (Kadane and
 * Simon, 1977).
 */
export function repairsOnly(
  problem: FindProblem,
  state: FindState,
): { readonly minutes: number; readonly first: number } {
  const small = SMALL * Math.max(...state.belief);
  let [now, left, minutes, first] = [state, 1, 0, -1];
  for (;;) {
    let [best, ratio, cost] = [-1, -1, 0];
    for (const [cause, p] of now.belief.entries()) {
      if (p * left <= small) continue;
      const one = costOf(problem, now, { do: "repair", cause });
      const worth = p / Math.max(one, 1e-6);
      if (worth > ratio) [best, ratio, cost] = [cause, worth, one];
    }
    if (best < 0) return { minutes, first };
    if (first < 0) first = best;
    minutes += left * cost;
    left *= 1 - now.belief[best]!;
    if (left <= small) return { minutes, first };
    now = afterRepair(problem, now, best);
  }
}

/** What can be done: each check that was not made and can tell something, each repair that may be the one. */
function actionsOf(
  { causes, checks }: FindProblem,
  { belief, made }: FindState,
): readonly Action[] {
  const tells = (check: number): boolean =>
    checks[check]!.outcomes.filter(({ chance }) => {
      const p = chanceOf(belief, chance);
      return p > NOTHING && p < 1 - NOTHING;
    }).length > 1;
  return [
    ...checks.flatMap((_, check): Action[] =>
      (made & (1 << check)) === 0 && tells(check) ? [{ do: "check", check }] : [],
    ),
    ...causes.flatMap((_, cause): Action[] =>
      belief[cause]! > NOTHING ? [{ do: "repair", cause }] : [],
    ),
  ];
}

/** Expected minutes after an action, by what is expected of the states it leads to. */
function expected(
  problem: FindProblem,
  state: FindState,
  action: Action,
  of: (next: FindState) => number,
): number {
  const cost = costOf(problem, state, action);
  if (action.do === "repair") {
    const left = 1 - state.belief[action.cause]!;
    return left <= NOTHING ? cost : cost + left * of(afterRepair(problem, state, action.cause));
  }
  const { outcomes } = problem.checks[action.check]!;
  return outcomes.reduce((sum, { chance }, outcome) => {
    const p = chanceOf(state.belief, chance);
    if (p <= NOTHING) return sum;
    return sum + p * of(afterOutcome(problem, state, action.check, outcome));
  }, cost);
}

/** The next action, the minutes that are expected with it, and how it was found. */
export interface Choice {
  readonly action: Action;
  readonly minutes: number;
  readonly how: "exact" | "ahead";
}

/** Of what looks best one action ahead, so many are looked at further. */
const BEAM = 6;

/**
 * Looks so many actions ahead; behind them the fault is found by repairs alone. Further than one, only the actions that
 * look best one ahead are gone into. Undefined when nothing is left that could be the cause.
 */
export function lookAhead(
  problem: FindProblem,
  state: FindState,
  depth: number,
): Choice | undefined {
  const bare = (at: FindState): number => repairsOnly(problem, at).minutes;
  const value = (at: FindState, left: number): number => {
    if (left === 0) return bare(at);
    return Math.min(
      bare(at),
      ...ranked(problem, at, left, bare).map(({ action, minutes }) =>
        left === 1 ? minutes : expected(problem, at, action, (next) => value(next, left - 1)),
      ),
    );
  };
  const [best] = ranked(problem, state, depth, bare)
    .map(({ action, minutes }) => ({
      action,
      minutes:
        depth === 1 ? minutes : expected(problem, state, action, (next) => value(next, depth - 1)),
    }))
    .sort((a, b) => a.minutes - b.minutes);
  return best && { ...best, how: "ahead" };
}

/** The actions with what they come to one ahead, the best first; of those that are gone into, the first few. */
function ranked(
  problem: FindProblem,
  state: FindState,
  left: number,
  of: (next: FindState) => number,
): readonly { readonly action: Action; readonly minutes: number }[] {
  const all = actionsOf(problem, state)
    .map((action) => ({ action, minutes: expected(problem, state, action, of) }))
    .sort((a, b) => a.minutes - b.minutes);
  return left === 1 ? all : all.slice(0, BEAM);
}

function bestOf(
  problem: FindProblem,
  state: FindState,
  of: (next: FindState) => number,
  how: Choice["how"],
): Choice | undefined {
  let best: Choice | undefined;
  for (const action of actionsOf(problem, state)) {
    const minutes = expected(problem, state, action, of);
    if (!best || minutes < best.minutes - 1e-9) best = { action, minutes, how };
  }
  return best;
}

/** States are alike when the same checks came out the same, the same repairs were tried, the same steps are open. */
const keyOf = ({ belief, open, made }: FindState): string =>
  `${made}|${open.join()}|${belief.map((p) => p.toPrecision(9)).join()}`;

/**
 * The least expected minutes there are, by every order of checks and repairs (AO* without a bound: what was worked out
 * once is kept); undefined when there are more than `most` states.
 */
export function exactly(problem: FindProblem, state: FindState, most: number): Choice | undefined {
  const known = new Map<string, number>();
  let states = 0;
  const value = (at: FindState): number => {
    const key = keyOf(at);
    const there = known.get(key);
    if (there !== undefined) return there;
    states += 1;
    if (states > most) throw new TooMany();
    const best = actionsOf(problem, at).reduce(
      (least, action) => Math.min(least, expected(problem, at, action, value)),
      Infinity,
    );
    const minutes = Number.isFinite(best) ? best : 0;
    known.set(key, minutes);
    return minutes;
  };
  try {
    return bestOf(problem, state, value, "exact");
  } catch (error) {
    if (error instanceof TooMany) return undefined;
    throw error;
  }
}

class TooMany extends Error {}

/** So many states are worked out for one answer; so far ahead it is looked where that is not enough. */
const MOST_STATES = 3000;
const AHEAD = 2;

/** The next action with the least expected minutes: exact while there is little left, else by looking ahead. */
export function nextAction(problem: FindProblem, state: FindState): Choice | undefined {
  const actions = actionsOf(problem, state).length;
  const exact = actions <= 9 ? exactly(problem, state, MOST_STATES) : undefined;
  return exact ?? lookAhead(problem, state, AHEAD);
}
