import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import { must } from "../../core/base/must.ts";
import { pick, seeded } from "../../core/base/seeded.ts";
import {
  type Action,
  afterOutcome,
  afterRepair,
  beliefOf,
  type Catalogue,
  type Chance,
  CHANCES,
  costOf,
  exactly,
  faultMachine,
  type FindProblem,
  type FindState,
  lookAhead,
  nextAction,
  readCatalogue,
  repairsOnly,
  type Under,
} from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { readMachines } from "../../cli/bench.ts";
import { ms, print, quantile, root } from "./report.ts";

const FOLDER = process.env["MACHINES"] ?? path.join(root, "../shared/machines");
const FAULTS = 1000;
const EXACT_FAULTS = 300;
/** In the cases that are worked out exactly: so many causes and checks, the likeliest and the first. */
const SMALL = { causes: 5, checks: 4 };
const MOST_STATES = 400_000;

type Policy = (problem: FindProblem, state: FindState) => Action;

/** Somebody without a computer: the checks in the catalogue's order until one cause is as good as sure. */
const inOrder: Policy = ({ checks }, { belief, made }) => {
  const top = Math.max(...belief);
  const next = top < 0.9 ? checks.findIndex((_, check) => (made & (1 << check)) === 0) : -1;
  return next >= 0 ? { do: "check", check: next } : { do: "repair", cause: belief.indexOf(top) };
};
/** As where there is too much to be worked out exactly. */
const ahead: Policy = (problem, state) => must(lookAhead(problem, state, 2), "an action").action;
const POLICIES: Readonly<Record<string, Policy>> = {
  "next action": (problem, state) => must(nextAction(problem, state), "an action").action,
  "catalogue order": inOrder,
  "chance ÷ cost": (problem, state) => ({
    do: "repair",
    cause: repairsOnly(problem, state).first,
  }),
};

/**
 * A fault drawn from the catalogue's odds on a machine, a complaint drawn from what it shows as, and every check as it
 * would come out; each way of working is followed to the right repair, with the same luck.
 */
export function measureFindOut(): void {
  const read = readCatalogue(
    JSON.parse(readFileSync(path.join(root, "faults/laptop.json"), "utf8")) as unknown,
  );
  if (!read.ok) throw new Error("the shipped catalogue cannot be read");
  const catalogue = read.value;
  print("\n### Find out: minutes to the right repair\n");
  print(
    `${FAULTS} seeded faults on each row, a complaint each; every way of working meets the same fault and the same luck. ` +
      "Minutes are of checks, repairs, and getting there and back. Faults and outcomes are drawn from the catalogue itself; where it says so, from one with every chance a class off by a seed and the odds of causes halved or doubled, while the advice goes by the list. Target: a quarter below catalogue order, 3 % of the least there is, next action under 100 ms (95th), the machine's plans made before it.\n",
  );
  print(
    "| machines | next action, mean | catalogue order | below it | chance ÷ cost | below it | next action ms, median | 95th | largest | plans of a machine ms, median |",
  );
  print(`| --- |${" ---: |".repeat(9)}`);
  const shipped = guidesIn(path.join(root, "guides"));
  const folder = existsSync(FOLDER) ? guidesIn(FOLDER) : [];
  const truly = otherwise(catalogue);
  followed("8 shipped", shipped, catalogue);
  followed("8 shipped, not as the list has them", shipped, catalogue, truly);
  if (folder.length > 0) followed("in a folder", folder, catalogue);
  if (folder.length > 0)
    followed("in a folder, not as the list has them", folder, catalogue, truly);
  exactlyBeside(guidesIn(path.join(root, "guides")), catalogue);
}

function guidesIn(folder: string): readonly Guide[] {
  const machines = readMachines(folder);
  return machines.ok ? machines.value.map(({ guide }) => guide) : [];
}

/**
 * A catalogue whose every chance may be a class higher or lower: machines that are not quite as the list has them. Faults
 * and outcomes are drawn from it while the advice goes by the list as it ships.
 */
function otherwise(catalogue: Catalogue): Catalogue {
  const random = seeded(31);
  const classes = Object.keys(CHANCES) as Chance[];
  const moved = (chance: Chance): Chance => {
    const at = classes.indexOf(chance) + pick(random, [-1, 0, 0, 1]);
    return classes[Math.min(classes.length - 1, Math.max(0, at))]!;
  };
  const under = ({ name, under: known, otherwise: rest }: Under): Under => ({
    name,
    otherwise: moved(rest),
    under: Object.fromEntries(Object.entries(known).map(([id, one]) => [id, moved(one)])),
  });
  const each = <T, U>(map: Readonly<Record<string, T>>, change: (one: T) => U) =>
    Object.fromEntries(Object.entries(map).map(([id, one]) => [id, change(one)]));
  return {
    ...catalogue,
    causes: each(catalogue.causes, (cause) => ({
      ...cause,
      prior: cause.prior * pick(random, [0.5, 1, 1, 2]),
    })),
    symptoms: each(catalogue.symptoms, under),
    checks: each(catalogue.checks, (check) => ({
      ...check,
      outcomes: each(check.outcomes, under),
    })),
  };
}

interface Case {
  /** As the machine is: how its checks come out. */
  readonly real: FindProblem;
  readonly problem: FindProblem;
  readonly state: FindState;
  readonly truth: number;
  readonly luck: readonly number[];
  readonly planning: number;
}

function* cases(
  guides: readonly Guide[],
  catalogue: Catalogue,
  count: number,
  truly = catalogue,
): Generator<Case> {
  const random = seeded(12);
  const draw = (weights: readonly number[]): number => {
    let left = random() * weights.reduce((sum, one) => sum + one, 0);
    const at = weights.findIndex((one) => (left -= one) < 0);
    return at < 0 ? weights.length - 1 : at;
  };
  const names = Object.keys(catalogue.symptoms);
  const kept = new Map<string, ReturnType<typeof faultMachine>>();
  const realOf = new Map<string, FindProblem>();
  for (let i = 0; i < count; i++) {
    const guide = guides[i % guides.length]!;
    const has = new Set(Object.values(guide.parts).map(({ kind }) => kind));
    const possible = Object.keys(catalogue.causes).filter((id) => {
      const { part, reach = [] } = catalogue.causes[id]!;
      return (part === undefined || has.has(part)) && reach.every((kind) => has.has(kind));
    });
    const cause = possible[draw(possible.map((id) => truly.causes[id]!.prior))]!;
    const symptom =
      names[
        draw(
          names.map((name) => {
            const { under, otherwise } = truly.symptoms[name]!;
            return CHANCES[under[cause] ?? otherwise];
          }),
        )
      ]!;
    const told = { says: [symptom], found: {}, refuted: [], counts: {} };
    const start = performance.now();
    const key = `${guide.id} ${symptom}`;
    const machine = kept.get(key) ?? faultMachine(guide, catalogue, told);
    kept.set(key, machine);
    const planning = performance.now() - start;
    const believed = beliefOf(machine, catalogue, told);
    if (!believed.ok) throw new Error(believed.error.path);
    const real = realOf.get(key) ?? faultMachine(guide, truly, told).problem;
    realOf.set(key, real);
    yield {
      real,
      problem: machine.problem,
      state: believed.value.state,
      truth: machine.causes.indexOf(cause),
      luck: machine.checks.map(() => random()),
      planning,
    };
  }
}

/** Minutes of a way of working to the right repair; `clock` gets what each choice took. */
function follow(
  { real, problem, state, truth, luck }: Case,
  policy: Policy,
  clock: number[],
): number {
  let [now, sum] = [state, 0];
  for (let i = 0; i < 200; i++) {
    const start = performance.now();
    const action = policy(problem, now);
    clock.push(performance.now() - start);
    sum += costOf(problem, now, action);
    if (action.do === "repair") {
      if (action.cause === truth) return sum;
      now = afterRepair(problem, now, action.cause);
      continue;
    }
    let left = luck[action.check]!;
    const { outcomes } = real.checks[action.check]!;
    const at = outcomes.findIndex(({ chance }) => (left -= chance[truth]!) < 0);
    now = afterOutcome(problem, now, action.check, at < 0 ? outcomes.length - 1 : at);
  }
  throw new Error("a fault was not found in 200 actions");
}

const mean = (list: readonly number[]): number =>
  list.reduce((sum, one) => sum + one, 0) / list.length;

function followed(
  name: string,
  guides: readonly Guide[],
  catalogue: Catalogue,
  truly = catalogue,
): void {
  const minutes: Record<string, number[]> = {};
  const clock: number[] = [];
  const planning: number[] = [];
  for (const one of cases(guides, catalogue, FAULTS, truly)) {
    if (one.planning > 0.05) planning.push(one.planning);
    for (const [policy, rule] of Object.entries(POLICIES)) {
      (minutes[policy] ??= []).push(follow(one, rule, policy === "next action" ? clock : []));
    }
  }
  const [ours, order, ratio] = Object.keys(POLICIES).map((policy) => mean(minutes[policy]!));
  const below = (other: number): string => `${(100 * (1 - ours! / other)).toFixed(1)} %`;
  print(
    `| ${name} | ${ours!.toFixed(1)} | ${order!.toFixed(1)} | ${below(order!)} | ${ratio!.toFixed(1)} | ${below(ratio!)} ` +
      `| ${ms(quantile(clock, 0.5))} | ${ms(quantile(clock, 0.95))} | ${ms(Math.max(...clock))} | ${ms(quantile(planning, 0.5))} |`,
  );
}

/** The same on cases that are small enough to be worked out exactly: what is expected, not what happened to come. */
function exactlyBeside(guides: readonly Guide[], catalogue: Catalogue): void {
  let [ours, best, order, done] = [0, 0, 0, 0];
  for (const one of cases(guides, catalogue, EXACT_FAULTS)) {
    const { problem, state } = smaller(one);
    const exact = exactly(problem, state, MOST_STATES);
    if (!exact) continue;
    done += 1;
    best += exact.minutes;
    ours += expectedOf(problem, state, ahead);
    order += expectedOf(problem, state, inOrder);
  }
  print(
    `\nBeside the least there is, on ${done} of ${EXACT_FAULTS} cases cut to their ${SMALL.causes} likeliest causes and first ` +
      `${SMALL.checks} checks (shipped machines): exact ${(best / done).toFixed(2)} min, two actions ahead ${(ours / done).toFixed(2)} ` +
      `(${(100 * (ours / best - 1)).toFixed(2)} % above), catalogue order ${(order / done).toFixed(2)}.`,
  );
}

function smaller({ problem, state }: Case): { problem: FindProblem; state: FindState } {
  const kept = state.belief
    .map((p, cause) => ({ p, cause }))
    .sort((a, b) => b.p - a.p)
    .slice(0, SMALL.causes);
  const whole = kept.reduce((sum, { p }) => sum + p, 0);
  return {
    problem: {
      ...problem,
      causes: kept.map(({ cause }) => problem.causes[cause]!),
      checks: problem.checks.slice(0, SMALL.checks).map((check) => ({
        ...check,
        outcomes: check.outcomes.map(({ id, chance }) => ({
          id,
          chance: kept.map(({ cause }) => chance[cause]!),
        })),
      })),
    },
    state: { ...state, belief: kept.map(({ p }) => p / whole) },
  };
}

/** Expected minutes of a way of working, over all outcomes. */
function expectedOf(problem: FindProblem, state: FindState, policy: Policy): number {
  const action = policy(problem, state);
  const cost = costOf(problem, state, action);
  if (action.do === "repair") {
    const left = 1 - state.belief[action.cause]!;
    return left < 1e-9
      ? cost
      : cost + left * expectedOf(problem, afterRepair(problem, state, action.cause), policy);
  }
  return problem.checks[action.check]!.outcomes.reduce((sum, { chance }, i) => {
    const p = state.belief.reduce((all, one, cause) => all + one * chance[cause]!, 0);
    if (p < 1e-9) return sum;
    return sum + p * expectedOf(problem, afterOutcome(problem, state, action.check, i), policy);
  }, cost);
}
