/** Steps of a machine that are undone, as bits: what one visit opened the next one has not to. */
export type Steps = Uint32Array;

/** A check: what it takes, and how likely each outcome is under each cause (rows by outcome; under a cause they are 1). */
export interface CheckFacts {
  readonly id: string;
  /** Minutes of its own. */
  readonly minutes: number;
  readonly steps: Steps;
  readonly outcomes: readonly { readonly id: string; readonly chance: readonly number[] }[];
}

/** A cause, and what mending it takes: it is also the last of all checks, since it works then or does not. */
export interface CauseFacts {
  readonly id: string;
  readonly minutes: number;
  readonly steps: Steps;
}

/**
 * A fault to be found: one cause, with its chances; checks and repairs, each with the steps it needs open. An action costs
 * its own minutes and those of its steps that are not open yet, there and back.
 */
export interface FindProblem {
  readonly causes: readonly CauseFacts[];
  readonly checks: readonly CheckFacts[];
  /** Minutes of each step, off and on again. */
  readonly minutes: readonly number[];
}

/** How far the search has come: chances by cause (1 in all), what is open, what was made. */
export interface FindState {
  readonly belief: readonly number[];
  readonly open: Steps;
  /** Bits of the checks that were made. */
  readonly made: number;
}

export type Action =
  | { readonly do: "check"; readonly check: number }
  | { readonly do: "repair"; readonly cause: number };

/** More checks than this are not told apart by their bits. */
export const MOST_CHECKS = 31;

export const noSteps = (count: number): Steps => new Uint32Array((count + 31) >> 5);

/** The minutes of steps that are not open yet. */
export function stepMinutes({ minutes }: FindProblem, open: Steps, steps: Steps): number {
  let sum = 0;
  for (const [word, bits] of steps.entries()) {
    for (let left = bits & ~open[word]!; left !== 0; left &= left - 1) {
      sum += minutes[word * 32 + (31 - Math.clz32(left & -left))]!;
    }
  }
  return sum;
}

export const opened = (open: Steps, steps: Steps): Steps =>
  open.map((bits, word) => bits | steps[word]!);

export const actionOf = (
  { causes, checks }: FindProblem,
  action: Action,
): CauseFacts | CheckFacts =>
  action.do === "check" ? checks[action.check]! : causes[action.cause]!;

/** Minutes of an action from where the machine is. */
export function costOf(problem: FindProblem, state: FindState, action: Action): number {
  const { minutes, steps } = actionOf(problem, action);
  return minutes + stepMinutes(problem, state.open, steps);
}

/** How likely an outcome is, as things are believed. */
export const chanceOf = (belief: readonly number[], chance: readonly number[]): number =>
  belief.reduce((sum, p, cause) => sum + p * chance[cause]!, 0);

/** The state after an outcome of a check. Of one that cannot be, nothing is believed otherwise. */
export function afterOutcome(
  problem: FindProblem,
  state: FindState,
  check: number,
  outcome: number,
): FindState {
  const { steps, outcomes } = problem.checks[check]!;
  const { chance } = outcomes[outcome]!;
  const whole = chanceOf(state.belief, chance);
  const belief =
    whole > 0 ? state.belief.map((p, cause) => (p * chance[cause]!) / whole) : state.belief;
  return { belief, open: opened(state.open, steps), made: state.made | (1 << check) };
}

/** The state after a repair that did not help. */
export function afterRepair(problem: FindProblem, state: FindState, cause: number): FindState {
  const left = 1 - state.belief[cause]!;
  const belief = state.belief.map((p, other) => (other === cause || left <= 0 ? 0 : p / left));
  return { ...state, belief, open: opened(state.open, problem.causes[cause]!.steps) };
}
