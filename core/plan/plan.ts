import { Meter } from "../base/meter.ts";
import { fail, ok, type Result } from "../base/result.ts";
import type { Guide, Order } from "../guide/index.ts";
import {
  type Breach,
  type Handling,
  handlingOf,
  type HandRule,
  leastHandling,
} from "../order/index.ts";
import {
  after,
  closedMachine,
  holdsInMode,
  type Job,
  type JobError,
  type Model,
  modelOf,
  type Move,
  type Problem,
  problemOf,
  type State,
  worksOf,
} from "../rules/index.ts";
import { leastWork, WHOLE } from "../work/index.ts";
import { buildUp, gatesOf, transfersOf } from "./build-up.ts";
import { type SavedState, stateOf } from "./saved-state.ts";

/** Steps as they are stored and printed: ids of the guide. */
export type Release = { readonly do: "release"; readonly joint: string };
export type Lift = { readonly do: "lift"; readonly parts: readonly string[] };
export type Place = { readonly do: "place"; readonly parts: readonly string[] };
export type Make = { readonly do: "make"; readonly joint: string };
export type DownStep = Release | Lift;
export type UpStep = Place | Make;
export type Step = DownStep | UpStep;

export interface Plan {
  readonly proven: boolean;
  /** No plan takes less than this; equals `work` when proven. Minutes. */
  readonly bound: number;
  readonly work: number;
  readonly handling: Handling;
  /** Whether no order of these steps has less handling. */
  readonly handlingExact: boolean;
  readonly down: readonly DownStep[];
  readonly up: readonly UpStep[];
  readonly gates: readonly { readonly before: number; readonly joints: readonly string[] }[];
  readonly transfers: readonly { readonly part: string; readonly joints: readonly string[] }[];
  /** Steps that a hand would refuse, where the facts leave no other order of these steps. */
  readonly forced: readonly Forced[];
  /** Where something is done live, or turned with something loose: the same job without that, and what it takes more. */
  readonly careful?: Careful;
  /** Advised orders that this sequence goes against. */
  readonly dropped: readonly Order[];
  /** New parts that this plan does not use: they were moved over all the same, or never came off. */
  readonly unused: readonly string[];
  /** Looks of the search (see `Meter`). */
  readonly looks: number;
  /** Whether the search came to its end: with more looks to make, it would give the same. */
  readonly finished: boolean;
}

/** What is opened and comes off besides, so that the power is off and nothing turns loose; the minutes it takes more. */
export interface Careful {
  readonly open: readonly string[];
  readonly off: readonly string[];
  readonly minutes: number;
}

/** A step down that goes against hands: `because` of joints that hold, power that is on, or parts that lie loose. */
export interface Forced {
  readonly rule: HandRule;
  /** Which of the steps down. */
  readonly at: number;
  readonly things: readonly string[];
  readonly because: readonly string[];
}

/** Edition of the planner: a plan that an earlier one made, and that was kept, is made anew. */
export const PLANNER = 5;

/** What of the looks is for least work; the rest is for the order of the steps. */
const WORK_SHARE = 0.85;

/**
 * The least-work plan of a job on a machine that is closed, or in the state of `from`. Errors: an
 * id that the guide does not have, a job without a target, a target that no plan can free.
 */
export function planJob(
  guide: Guide,
  job: Job,
  from?: SavedState,
  meter = new Meter(WHOLE),
): Result<Plan, JobError> {
  const ways = waysOf(guide, job, from, meter);
  return ways.ok ? ok(ways.value.least) : ways;
}

/** The least-work plan, and, where that is done live or turned with something loose, the careful one. */
export function waysOf(
  guide: Guide,
  job: Job,
  from?: SavedState,
  meter = new Meter(WHOLE),
): Result<{ readonly least: Plan; readonly careful: Plan | undefined }, JobError> {
  const before = meter.looks;
  const plan = leastPlan(guide, job, from, meter);
  if (!plan.ok) return plan;
  const careful = carefulWay(guide, job, from, plan.value, meter);
  const least: Plan = {
    ...plan.value,
    ...(careful ? { careful: careful.besides } : {}),
    looks: meter.looks - before,
    finished: plan.value.finished && !meter.isOver,
  };
  return ok({ least, careful: careful?.plan });
}

/** The least-work plan by itself. */
function leastPlan(
  guide: Guide,
  job: Job,
  from: SavedState | undefined,
  meter: Meter,
): Result<Plan, JobError> {
  const model = modelOf(guide);
  const problem = problemOf(model, job);
  if (!problem.ok) return problem;
  const start = from ? stateOf(model, from) : closedMachine(model);
  const before = meter.looks;
  const forWork = meter.part(WORK_SHARE);
  const { best, bound, proven } = leastWork(problem.value, start, forWork);
  if (!best) {
    const type = bound === Infinity ? "no-plan" : "not-finished";
    return fail({
      type,
      path: "/for",
      ids: [...job.for, ...(job.reach ?? []), ...(job.open ?? [])],
    });
  }
  const { moves, exact, forced } = leastHandling(problem.value, start, best.moves, meter);
  return ok({
    proven,
    bound: tidy(bound),
    work: tidy(workOf(problem.value, start, moves)),
    handling: tidyHandling(handlingOf(model, moves)),
    handlingExact: exact,
    ...inIds(problem.value, start, moves),
    forced: forced.map((breach) => forcedOf(model, moves, breach)),
    dropped: droppedOrders(model, moves, job),
    unused: unusedParts(problem.value, start, moves),
    looks: meter.looks - before,
    finished: !forWork.isOver && !meter.isOver,
  });
}

/** Minutes that a plan may be above the least; 0 where it is proven. */
export const aboveLeast = ({
  work,
  bound,
  proven,
}: Pick<Plan, "work" | "bound" | "proven">): number => (proven ? 0 : tidy(work - bound));

/**
 * The same job with the power taken off on the way, where something is done live, and what would lie loose at a turn
 * lifted out; undefined where that is asked for already, or cannot be, or is no better.
 */
function carefulWay(
  guide: Guide,
  job: Job,
  from: SavedState | undefined,
  least: Pick<Plan, "work" | "forced">,
  meter: Meter,
): { readonly plan: Plan; readonly besides: Careful } | undefined {
  if (least.forced.every(({ rule }) => rule === "catch")) return undefined;
  const { cuts, jointIds, partIds, partOf, below } = modelOf(guide);
  const isLive = least.forced.some(({ rule }) => rule === "live");
  const joints = isLive ? cuts.map(({ joint }) => jointIds[joint]!) : [];
  const packs = cuts.flatMap(({ battery }) => (battery === undefined ? [] : [partIds[battery]!]));
  const loose = new Set(
    least.forced.flatMap(({ rule, because }) => (rule === "loose" ? because : [])),
  );
  // What lies on a loose part goes with it.
  const carried = (id: string): boolean =>
    below[partOf.get(id)!]!.some((p) => loose.has(partIds[p]!));
  const lifted = [...loose].filter((id) => !carried(id));
  const out = [...(isLive ? packs : []), ...lifted].filter((id) => !job.for.includes(id));
  const open = [...new Set([...(job.open ?? []), ...joints])];
  const off = [...new Set([...(job.off ?? []), ...out])];
  const isAsked = open.length === (job.open ?? []).length && off.length === (job.off ?? []).length;
  if (isAsked) return undefined;
  const plan = leastPlan(guide, { ...job, open, off }, from, meter);
  if (!plan.ok || plan.value.forced.some(({ rule }) => rule !== "catch")) return undefined;
  const minutes = tidy(plan.value.work - least.work);
  return { plan: plan.value, besides: { open, off, minutes } };
}

function forcedOf(model: Model, moves: readonly Move[], breach: Breach): Forced {
  const step = stepOf(model, moves[breach.at]!);
  return {
    rule: breach.rule,
    at: breach.at,
    things: step.do === "release" ? [step.joint] : step.parts,
    because: [
      ...breach.joints.map((j) => model.jointIds[j]!),
      ...breach.parts.map((p) => model.partIds[p]!),
    ],
  };
}

function unusedParts({ model, goal }: Problem, start: State, moves: readonly Move[]): string[] {
  const { stack } = moves.reduce(after, start);
  return [...goal.fresh]
    .filter((p) => !goal.units.some(({ target }) => stack[target] === stack[p]))
    .map((p) => model.partIds[p]!);
}

/** Minutes to a ten-thousandth: sums of decimals, without their noise. */
const tidy = (minutes: number): number => Math.round(minutes * 1e4) / 1e4;
const tidyHandling = (h: Handling): Handling => ({ ...h, minutes: tidy(h.minutes) });

const workOf = ({ model }: Problem, start: State, moves: readonly Move[]): number =>
  worksOf(model, start, moves).reduce((sum, work) => sum + work, 0);

function inIds(
  problem: Problem,
  start: State,
  moves: readonly Move[],
): Pick<Plan, "down" | "up" | "gates" | "transfers"> {
  const { model } = problem;
  const joint = (j: number): string => model.jointIds[j]!;
  const parts = (list: readonly number[]): string[] => list.map((p) => model.partIds[p]!);
  return {
    down: moves.map((move) => stepOf(model, move)),
    up: buildUp(model, start, moves).map((move) =>
      move.do === "place"
        ? { do: "place", parts: parts(move.parts) }
        : { do: "make", joint: joint(move.joint) },
    ),
    gates: gatesOf(problem, start, moves).map(({ before, joints }) => ({
      before,
      joints: joints.map(joint),
    })),
    transfers: transfersOf(problem, start, moves).map((transfer) => ({
      part: model.partIds[transfer.part]!,
      joints: transfer.joints.map(joint),
    })),
  };
}

export const stepOf = (model: Model, move: Move): DownStep =>
  move.do === "release"
    ? { do: "release", joint: model.jointIds[move.joint]! }
    : { do: "lift", parts: move.parts.map((p) => model.partIds[p]!) };

/** A step as the search knows it; an id that the guide does not have throws. */
export function moveOf(model: Model, step: Step): Move {
  const number = (known: ReadonlyMap<string, number>, id: string): number => {
    const found = known.get(id);
    if (found === undefined) throw new Error(`guide ${model.guide.id} has no ${id}`);
    return found;
  };
  return step.do === "release" || step.do === "make"
    ? { do: "release", joint: number(model.jointOf, step.joint) }
    : {
        do: "lift",
        parts: step.parts.map((id) => number(model.partOf, id)).sort((a, b) => a - b),
      };
}

/** The advised orders whose `then` these moves do while `first` is not done. */
function droppedOrders(model: Model, moves: readonly Move[], job: Job): readonly Order[] {
  if (job.mode === "book") return [];
  const when = new Map<string, number>();
  for (const [i, move] of moves.entries()) {
    const step = stepOf(model, move);
    for (const id of step.do === "release" ? [step.joint] : step.parts) {
      if (!when.has(id)) when.set(id, i);
    }
  }
  return model.guide.orders.filter((order) => {
    if (holdsInMode(order, false)) return false;
    const then = when.get(order.then);
    return then !== undefined && !((when.get(order.first) ?? Infinity) < then);
  });
}

/** Rework of a joint: the least minutes to open it from the closed machine, power off first, and what comes off. */
export function reworkOf(guide: Guide, joint: string): Result<Plan, JobError> {
  return planJob(guide, { for: [], open: [joint] });
}
