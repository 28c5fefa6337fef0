import { ok, type Result } from "../base/result.ts";
import type { Guide } from "../guide/index.ts";
import type { SavedState } from "../plan/index.ts";
import type { Catalogue } from "./catalogue.ts";
import { beliefOf, type FaultMachine, faultMachine, type ToldError } from "./machine.ts";
import type { Told } from "./told.ts";
import { afterOutcome, chanceOf, costOf, type FindState } from "./problem.ts";
import { nextAction, repairsOnly } from "./search.ts";

/** A cause with its chance, and the parts that mending it replaces. */
export interface Suspected {
  readonly cause: string;
  readonly name: string;
  readonly chance: number;
  readonly parts: readonly string[];
}

/** What to do next about a fault, and why. Minutes. */
export interface Advice {
  /** None: nothing is left that this catalogue has. */
  readonly next:
    | {
        readonly do: "check";
        readonly check: string;
        readonly name: string;
        /** Of the check, and of getting there and back from where the machine is. */
        readonly minutes: number;
        readonly access: number;
        readonly powered: boolean;
        readonly outcomes: readonly {
          readonly id: string;
          readonly name: string;
          readonly chance: number;
          /** What is likeliest then. */
          readonly likeliest: string;
        }[];
      }
    | {
        readonly do: "repair";
        readonly cause: string;
        readonly name: string;
        readonly minutes: number;
        readonly parts: readonly string[];
      }
    | undefined;
  /** Expected until the fault is mended, and what repairing and seeing alone would take. */
  readonly expected: number;
  readonly repairsOnly: number;
  /** Whether that is the least there is, or the best by looking ahead. */
  readonly how: "exact" | "ahead" | "none";
  readonly causes: readonly Suspected[];
  /** Checks and repairs that came out as hardly anybody would expect. */
  readonly odd: readonly string[];
  readonly jobs: number;
  /** How far the way to a check or a part may be above the least; 0: all ways that it weighs are proven. */
  readonly above: number;
}

/** The next action about a fault of a machine, as far as it is known. */
export function findOut(
  guide: Guide,
  catalogue: Catalogue,
  told: Told,
  from?: SavedState,
): Result<Advice, ToldError> {
  return adviseOn(faultMachine(guide, catalogue, told, from), catalogue, told);
}

/** The same for a machine that was worked out before. */
export function adviseOn(
  machine: FaultMachine,
  catalogue: Catalogue,
  told: Told,
): Result<Advice, ToldError> {
  const believed = beliefOf(machine, catalogue, told);
  if (!believed.ok) return believed;
  const { state, odd, jobs } = believed.value;
  const { problem, above } = machine;
  const choice = nextAction(problem, state);
  const bare = repairsOnly(problem, state).minutes;
  const known = {
    repairsOnly: bare,
    causes: suspects(machine, catalogue, state),
    odd,
    jobs,
    above,
  };
  if (!choice) return ok({ next: undefined, expected: 0, how: "none", ...known });
  const { action, minutes, how } = choice;
  const cost = costOf(problem, state, action);
  const rest = { expected: minutes, how, ...known };
  if (action.do === "repair") {
    const id = machine.causes[action.cause]!;
    const { name } = catalogue.causes[id]!;
    const parts = machine.parts[action.cause]!;
    return ok({ next: { do: "repair", cause: id, name, minutes: cost, parts }, ...rest });
  }
  const id = machine.checks[action.check]!;
  const facts = catalogue.checks[id]!;
  const outcomes = problem.checks[action.check]!.outcomes.map((outcome, i) => {
    const then = afterOutcome(problem, state, action.check, i).belief;
    return {
      id: outcome.id,
      name: facts.outcomes[outcome.id]!.name,
      chance: chanceOf(state.belief, outcome.chance),
      likeliest: machine.causes[then.indexOf(Math.max(...then))]!,
    };
  });
  const next = {
    do: "check" as const,
    check: id,
    name: facts.name,
    minutes: facts.minutes,
    access: cost - facts.minutes,
    powered: facts.powered === true,
    outcomes,
  };
  return ok({ next, ...rest });
}

const suspects = (
  { causes, parts }: FaultMachine,
  catalogue: Catalogue,
  { belief }: FindState,
): readonly Suspected[] =>
  causes
    .map((cause, i) => ({
      cause,
      name: catalogue.causes[cause]!.name,
      chance: belief[i]!,
      parts: parts[i]!,
    }))
    .sort((a, b) => b.chance - a.chance);
