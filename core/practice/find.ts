import { seeded } from "../base/seeded.ts";
import { must } from "../base/must.ts";
import {
  type Action,
  afterOutcome,
  afterRepair,
  costOf,
  type FaultMachine,
  type FindProblem,
  type FindState,
  nextAction,
  noSteps,
} from "../find/index.ts";
import type { DrawnFaults } from "./drawn.ts";
import type { Damage, Deed, Outcome, Setting } from "./exercise.ts";

export interface FindView {
  readonly kind: "find";
  readonly symptom: string;
  /** What can be done now, with the minutes from here: getting there and back counts. */
  readonly checks: readonly { readonly id: string; readonly minutes: number }[];
  readonly repairs: readonly { readonly id: string; readonly minutes: number }[];
  readonly found: readonly { readonly check: string; readonly outcome: string }[];
  readonly refuted: readonly string[];
  /** How likely each cause is by what is known, where the level shows it. */
  readonly chances: Readonly<Record<string, number>> | undefined;
  readonly minutes: number;
  readonly cause: string | undefined;
  readonly outcome: Outcome | undefined;
}

/** Find the fault: a cause is drawn by the catalogue's odds; each check answers as it would under that cause. */
export function findView(
  { machine, belief }: DrawnFaults,
  symptom: string,
  { seed, level }: Setting,
  deeds: readonly Deed[],
): FindView {
  const { problem } = machine;
  const begun: FindState = { belief, open: noSteps(problem.minutes.length), made: 0 };
  const cause = drawn(seeded(seed), begun.belief);
  const answers = problem.checks.map(({ outcomes }, i) => {
    const random = seeded(seed * 31 + i + 1);
    return drawn(
      random,
      outcomes.map(({ chance }) => chance[cause]!),
    );
  });
  let [state, minutes, isOver]: [FindState, number, boolean] = [begun, 0, false];
  const found: { check: string; outcome: string }[] = [];
  const refuted: string[] = [];
  const damage: Damage[] = [];
  for (const deed of deeds) {
    if (isOver) break;
    if (deed.do === "leave") {
      damage.push({ type: "left" });
      isOver = true;
    }
    if (deed.do === "check") {
      const check = machine.checks.indexOf(deed.check);
      if (check < 0 || found.some((one) => one.check === deed.check)) continue;
      minutes += costOf(problem, state, { do: "check", check });
      state = afterOutcome(problem, state, check, answers[check]!);
      found.push({
        check: deed.check,
        outcome: problem.checks[check]!.outcomes[answers[check]!]!.id,
      });
    }
    if (deed.do === "repair") {
      const tried = machine.causes.indexOf(deed.cause);
      if (tried < 0 || refuted.includes(deed.cause)) continue;
      minutes += costOf(problem, state, { do: "repair", cause: tried });
      isOver = tried === cause;
      if (isOver) continue;
      const isPart = machine.parts[tried]!.length > 0;
      if (isPart && !isAdvised(problem, state, tried)) {
        damage.push({ type: "replaced", cause: deed.cause });
      }
      state = afterRepair(problem, state, tried);
      refuted.push(deed.cause);
    }
  }
  const cost = (action: Action): number => tenth(costOf(problem, state, action));
  const chances = Object.fromEntries(machine.causes.map((id, i) => [id, state.belief[i]!]));
  return {
    kind: "find",
    symptom,
    checks: isOver
      ? []
      : machine.checks.flatMap((id, check) =>
          state.made & (1 << check) ? [] : [{ id, minutes: cost({ do: "check", check }) }],
        ),
    repairs: isOver
      ? []
      : machine.causes.flatMap((id, i) =>
          begun.belief[i]! < RARE || refuted.includes(id)
            ? []
            : [{ id, minutes: cost({ do: "repair", cause: i }) }],
        ),
    found,
    refuted,
    chances: level <= 3 ? chances : undefined,
    minutes: tenth(minutes),
    cause: isOver ? machine.causes[cause]! : undefined,
    outcome: isOver
      ? { minutes: tenth(minutes), least: tenth(advised(machine, begun, cause, answers)), damage }
      : undefined,
  };
}

/** Whether nothing better could have been done: a part that was likely enough is not replaced for nothing. */
function isAdvised(problem: FindProblem, state: FindState, cause: number): boolean {
  const action = nextAction(problem, state)?.action;
  return action?.do === "repair" && action.cause === cause;
}

/** A cause that hardly ever shows as this is not offered. */
const RARE = 0.003;

/** The minutes that the advised way takes to the same cause, with the same answers. */
function advised(
  { problem }: FaultMachine,
  begun: FindState,
  cause: number,
  answers: readonly number[],
): number {
  let [state, minutes] = [begun, 0];
  for (let turns = 0; turns < 100; turns++) {
    const { action } = must(nextAction(problem, state), "a way to the cause");
    minutes += costOf(problem, state, action);
    if (action.do === "repair" && action.cause === cause) return minutes;
    state =
      action.do === "check"
        ? afterOutcome(problem, state, action.check, answers[action.check]!)
        : afterRepair(problem, state, action.cause);
  }
  return minutes;
}

/** An index, each as likely as its weight. */
function drawn(random: () => number, weights: readonly number[]): number {
  let left = random() * weights.reduce((sum, w) => sum + w, 0);
  const at = weights.findIndex((w) => (left -= w) < 0);
  return at < 0 ? weights.indexOf(Math.max(...weights)) : at;
}

const tenth = (minutes: number): number => Math.round(minutes * 10) / 10;
