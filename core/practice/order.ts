import { seeded } from "../base/seeded.ts";
import {
  type DownStep,
  type Lift,
  moveOf,
  type Plan,
  planJob,
  savedState,
  type SavedState,
  stepKey,
  stepOf,
} from "../plan/index.ts";
import {
  after,
  type Block,
  blockOf,
  closedMachine,
  groupOf,
  isReached,
  type Model,
  moveWork,
  type Problem,
  problemOf,
  type State,
} from "../rules/index.ts";
import { type Damage, type Deed, type Outcome, type Setting, shuffled, TRY } from "./exercise.ts";

export interface OrderView {
  readonly kind: "order";
  readonly target: string;
  /** The machine as the learner has made it. */
  readonly machine: SavedState;
  /** Steps that can be chosen with a key; on the map there are all. */
  readonly choices: readonly DownStep[];
  /** What the least-work way does now, where the level says it. */
  readonly hint: DownStep | undefined;
  readonly done: readonly DownStep[];
  /** The last try, and why the facts forbade it. */
  readonly refused: { readonly step: DownStep; readonly block: Block } | undefined;
  readonly minutes: number;
  readonly outcome: Outcome | undefined;
}

/** What was done so far, and what it led to. */
interface Course {
  readonly state: State;
  readonly done: readonly DownStep[];
  readonly minutes: number;
  readonly damage: readonly Damage[];
  readonly refused: OrderView["refused"];
  readonly left: boolean;
}

/** A strip-down that the learner leads: the facts say why a step cannot be, the plan how few minutes it takes. */
export function orderView(
  model: Model,
  target: string,
  plan: Plan,
  { seed, level }: Setting,
  deeds: readonly Deed[],
): OrderView {
  const made = problemOf(model, { for: [target] });
  if (!made.ok) throw new Error(`guide ${model.guide.id} has no ${target}`);
  const problem = made.value;
  const begun: Course = {
    state: closedMachine(model),
    done: [],
    minutes: 0,
    damage: [],
    refused: undefined,
    left: false,
  };
  const course = deeds.reduce((so, deed) => goneOn(problem, so, deed), begun);
  const { state, done, minutes, damage, refused, left } = course;
  const ended = left || isReached(problem, state);
  const next = ended ? undefined : nextStep(problem, state, plan, target);
  return {
    kind: "order",
    target,
    machine: savedState(model, state),
    choices: ended ? [] : choicesOf(problem, state, plan, next, seed + done.length),
    hint: level === 1 ? next : undefined,
    done,
    refused,
    minutes,
    outcome: ended
      ? { minutes, least: plan.work, damage: left ? [...damage, { type: "left" }] : damage }
      : undefined,
  };
}

function goneOn(problem: Problem, so: Course, deed: Deed): Course {
  if (deed.do === "leave") return { ...so, left: true };
  if (deed.do !== "try" || so.left) return so;
  const { model } = problem;
  const { step } = deed;
  const isHere =
    step.do === "release"
      ? model.jointOf.has(step.joint)
      : step.parts.every((id) => model.partOf.has(id));
  if (!isHere) return so;
  const move = moveOf(model, step);
  const block = blockOf(problem, so.state, move);
  if (block) {
    const harmed = harmOf(model, step, block);
    const minutes = so.minutes + TRY;
    return { ...so, minutes, refused: { step, block }, damage: [...so.damage, ...harmed] };
  }
  return {
    ...so,
    state: after(so.state, move),
    done: [...so.done, step],
    minutes: so.minutes + moveWork(model, so.state, move),
    refused: undefined,
  };
}

/** What a forbidden step does to a machine: a plug that is pulled on, a board that is worked on live. Else only time. */
function harmOf({ guide, jointIds }: Model, step: DownStep, block: Block): readonly Damage[] {
  if (block.type === "still-joined") {
    const joint = jointIds[block.joint]!;
    const { kind, fragile = 0 } = guide.joints[joint]!;
    const tears = kind === "connector" || kind === "route" || fragile > 0;
    return tears ? [{ type: "pulled", joint }] : [];
  }
  if (block.type === "power-first" || block.type === "battery-in") {
    return [{ type: "live", thing: step.do === "release" ? step.joint : step.parts[0]! }];
  }
  return [];
}

/** The first step of the least-work way that can be done now; where the learner went another way, the lift that it means. */
function nextStep(
  problem: Problem,
  state: State,
  plan: Plan,
  target: string,
): DownStep | undefined {
  const { model } = problem;
  const isLegal = (step: DownStep): boolean => !blockOf(problem, state, moveOf(model, step));
  return (
    plan.down.find(isLegal) ??
    plan.down
      .flatMap((step) => (step.do === "lift" ? [liftFor(model, state, step)] : []))
      .find(isLegal) ??
    plannedNext(problem, state, target)
  );
}

/** So far from the way that it takes a plan of its own. */
function plannedNext({ model }: Problem, state: State, target: string): DownStep | undefined {
  const from = savedState(model, state);
  const plan = planJob(model.guide, { for: [target] }, from);
  return plan.ok ? plan.value.down[0] : undefined;
}

const liftFor = (model: Model, state: State, { parts }: Lift): DownStep =>
  liftOf(model, state, model.partOf.get(parts[0]!)!);

/** The lift that is meant by a part: all that hangs together with it; of what still hangs on the frame the part alone. */
export function liftOf(model: Model, state: State, part: number): DownStep {
  const group = groupOf(model, state, part);
  const parts = group.includes(model.frame) ? [part] : group;
  return stepOf(model, { do: "lift", parts });
}

/** Up to six steps, one of them the next of the least-work way: some that cannot be yet, some that need not be. */
function choicesOf(
  problem: Problem,
  state: State,
  plan: Plan,
  next: DownStep | undefined,
  seed: number,
): readonly DownStep[] {
  const { model } = problem;
  const random = seeded(seed * 7919);
  const isLegal = (step: DownStep): boolean => !blockOf(problem, state, moveOf(model, step));
  const needed = new Set(plan.down.map(stepKey));
  const releases = model.jointIds.flatMap((joint, j): DownStep[] =>
    state.open[j] || model.permanent[j] ? [] : [{ do: "release", joint }],
  );
  const lifts = plan.down.flatMap((step): DownStep[] =>
    step.do === "lift" ? [liftFor(model, state, step)] : [],
  );
  const others = [...releases, ...lifts].filter((step) => !next || stepKey(step) !== stepKey(next));
  const notYet = others.filter((step) => needed.has(stepKey(step)) && !isLegal(step));
  const needless = others.filter((step) => !needed.has(stepKey(step)) && isLegal(step));
  const some = [...shuffled(random, notYet).slice(0, 3), ...shuffled(random, needless).slice(0, 2)];
  const unique = new Map([...(next ? [next] : []), ...some].map((step) => [stepKey(step), step]));
  return shuffled(random, [...unique.values()]);
}
