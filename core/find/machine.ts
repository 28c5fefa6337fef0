import { Meter } from "../base/meter.ts";
import { fail, ok, type Result } from "../base/result.ts";
import { mirrored } from "../bench/index.ts";
import { type Guide, type PartKind, partsOf } from "../guide/index.ts";
import { stepEstimate } from "../minutes/index.ts";
import { aboveLeast, type DownStep, planJob, type SavedState, stepKey } from "../plan/index.ts";
import type { Job } from "../rules/index.ts";
import { WHOLE } from "../work/index.ts";
import { type Catalogue, CHANCES, type FaultCheck, type Under } from "./catalogue.ts";
import type { Told } from "./told.ts";
import {
  afterOutcome,
  afterRepair,
  chanceOf,
  type FindProblem,
  type FindState,
  MOST_CHECKS,
  noSteps,
  type Steps,
} from "./problem.ts";

export type ToldError = { readonly path: string; readonly id: string };

/** A catalogue on one machine: the causes it can have, with the steps that lead to each check and repair. */
export interface FaultMachine {
  readonly problem: FindProblem;
  readonly causes: readonly string[];
  readonly checks: readonly string[];
  /** Parts that are replaced, by cause; none for what is mended otherwise. */
  readonly parts: readonly (readonly string[])[];
  /** Minutes to get there and back for each check, from the machine as it is. */
  readonly access: readonly number[];
  /** How far the way to one of them may be above the least; 0: all of them are proven. */
  readonly above: number;
}

/** Looks for all ways of a machine together, and for one of them. */
const ALL_WAYS = 2 * WHOLE;
const ONE_WAY = WHOLE / 4;

/** Closed jobs weigh against the catalogue as so many jobs of its own. */
const CATALOGUE_JOBS = 20;

/** The faults that this machine can have, from the state it is in: what it has no part for is left out. */
export function faultMachine(
  guide: Guide,
  { causes, checks }: Catalogue,
  { says, found }: Pick<Told, "says" | "found">,
  from?: SavedState,
): FaultMachine {
  const has = (kind: PartKind): boolean => partsOf(guide, kind).length > 0;
  const kept = Object.keys(causes).filter((id) => {
    const { part, reach = [] } = causes[id]!;
    return (part === undefined || has(part)) && reach.every(has);
  });
  const possible = Object.keys(checks)
    .filter((id) => (checks[id]!.reach ?? []).every(has))
    .filter((id) => Object.hasOwn(found, id) || isAbout(checks[id]!, says))
    .slice(0, MOST_CHECKS);
  const meter = new Meter(ALL_WAYS);
  let above = 0;
  const walks = new Map<string, readonly DownStep[]>();
  const walkTo = (job: Job): readonly DownStep[] => {
    const key = JSON.stringify(job);
    const known = walks.get(key);
    if (known) return known;
    const plan = planJob(guide, job, from, meter.upTo(ONE_WAY));
    const steps = plan.ok ? plan.value.down : [];
    if (plan.ok) above = Math.max(above, aboveLeast(plan.value));
    walks.set(key, steps);
    return steps;
  };
  const reached = (kinds: readonly PartKind[] | undefined): readonly DownStep[] => {
    const parts = (kinds ?? []).flatMap((kind) => partsOf(guide, kind).slice(0, 1));
    return parts.length === 0
      ? []
      : walkTo({ for: [], reach: parts.flatMap((part) => [part, ...plugsOf(guide, part)]) });
  };
  const replaced = kept.map((id) => {
    const { part } = causes[id]!;
    return part === undefined ? [] : partsOf(guide, part).slice(0, 1);
  });
  const toCauses = kept.map((id, i) =>
    replaced[i]!.length > 0 ? walkTo({ for: replaced[i]! }) : reached(causes[id]!.reach),
  );
  const toChecks = possible.map((id) => reached(checks[id]!.reach));
  const numbers = new Map<string, number>();
  const minutes: number[] = [];
  for (const step of [...toCauses, ...toChecks].flat()) {
    const key = stepKey(step);
    if (numbers.has(key)) continue;
    numbers.set(key, minutes.length);
    minutes.push(bothWays(guide, step));
  }
  const bits = (steps: readonly DownStep[]): Steps => {
    const set = noSteps(minutes.length);
    for (const step of steps) {
      const n = numbers.get(stepKey(step))!;
      set[n >> 5]! |= 1 << (n & 31);
    }
    return set;
  };
  const problem: FindProblem = {
    minutes,
    causes: kept.map((id, i) => ({ id, minutes: causes[id]!.minutes, steps: bits(toCauses[i]!) })),
    checks: possible.map((id, i) => ({
      id,
      minutes: checks[id]!.minutes,
      steps: bits(toChecks[i]!),
      outcomes: outcomesOf(checks[id]!.outcomes, kept),
    })),
  };
  const access = toChecks.map((steps) => steps.reduce((sum, one) => sum + bothWays(guide, one), 0));
  return { problem, causes: kept, checks: possible, parts: replaced, access, above };
}

/** What has to be reached for a check: its parts, with what they are plugged in or seated by. */
export function reachOf(guide: Guide, { checks }: Catalogue, check: string): readonly string[] {
  const parts = (checks[check]?.reach ?? []).flatMap((kind) => partsOf(guide, kind).slice(0, 1));
  return parts.flatMap((part) => [part, ...plugsOf(guide, part)]);
}

/** What a part is plugged in or seated by: who looks at it wants to get at that. */
const plugsOf = ({ parts, joints }: Guide, part: string): readonly string[] =>
  parts[part]!.kind === "motherboard"
    ? []
    : Object.keys(joints).filter((id) => {
        const { kind, joins, permanent } = joints[id]!;
        return (kind === "connector" || kind === "seat") && joins.includes(part) && !permanent;
      });

/** Whether a check is for what was told. */
const isAbout = ({ about }: FaultCheck, says: readonly string[]): boolean =>
  about === undefined || about.some((symptom) => says.includes(symptom));

/** Minutes of a step and of its mirror. */
const bothWays = (guide: Guide, step: DownStep): number =>
  stepEstimate(guide, step) + stepEstimate(guide, mirrored(step));

const chance = ({ under, otherwise }: Under, cause: string): number =>
  CHANCES[under[cause] ?? otherwise];

function outcomesOf(outcomes: Readonly<Record<string, Under>>, causes: readonly string[]) {
  const all = Object.entries(outcomes);
  const whole = causes.map((cause) =>
    all.reduce((sum, [, outcome]) => sum + chance(outcome, cause), 0),
  );
  return all.map(([id, outcome]) => ({
    id,
    chance: causes.map((cause, i) => chance(outcome, cause) / whole[i]!),
  }));
}

/** What is believed, and what of it was told against all odds. */
export interface Believed {
  readonly state: FindState;
  /** Outcomes so far that were next to impossible when they came: one of them may be wrong, or it is another fault. */
  readonly odd: readonly string[];
  /** Closed jobs of the shop that the odds rest on, beside the catalogue. */
  readonly jobs: number;
}

/** An outcome that was expected less often than this is worth a second look. */
const ODD = 0.02;

/**
 * What is believed after all that was told: the catalogue's odds, bent by the shop's own closed jobs (Dirichlet: the
 * catalogue weighs as twenty jobs), by what the customer says, and by every outcome so far.
 */
export function beliefOf(
  machine: FaultMachine,
  { causes, symptoms }: Catalogue,
  told: Told,
): Result<Believed, ToldError> {
  const { problem } = machine;
  const counts = machine.causes.map((id) => told.counts[id] ?? 0);
  const jobs = counts.reduce((sum, n) => sum + n, 0);
  const priors = machine.causes.map((id) => causes[id]!.prior);
  const all = priors.reduce((sum, p) => sum + p, 0);
  let belief: readonly number[] = priors.map(
    (p, i) => ((p / all) * CATALOGUE_JOBS + counts[i]!) / (CATALOGUE_JOBS + jobs),
  );
  for (const [i, id] of told.says.entries()) {
    const symptom = Object.hasOwn(symptoms, id) ? symptoms[id] : undefined;
    if (!symptom) return fail({ path: `/says/${i}`, id });
    belief = scaled(belief.map((p, cause) => p * chance(symptom, machine.causes[cause]!)));
  }
  let state: FindState = { belief, open: noSteps(problem.minutes.length), made: 0 };
  const odd: string[] = [];
  for (const [id, outcome] of Object.entries(told.found)) {
    const check = machine.checks.indexOf(id);
    const row = problem.checks[check]?.outcomes.findIndex((one) => one.id === outcome) ?? -1;
    if (row < 0) return fail({ path: `/found/${id}`, id: check < 0 ? id : outcome });
    if (chanceOf(state.belief, problem.checks[check]!.outcomes[row]!.chance) < ODD) odd.push(id);
    state = afterOutcome(problem, state, check, row);
  }
  for (const [i, id] of told.refuted.entries()) {
    const cause = machine.causes.indexOf(id);
    if (cause < 0) return fail({ path: `/refuted/${i}`, id });
    if (state.belief[cause]! > 1 - ODD) odd.push(id);
    state = afterRepair(problem, state, cause);
  }
  return ok({ state, odd, jobs });
}

const scaled = (belief: readonly number[]): readonly number[] => {
  const whole = belief.reduce((sum, p) => sum + p, 0);
  return belief.map((p) => p / whole);
};
