import { seeded, pick } from "../base/seeded.ts";
import { deadWithout, type Guide } from "../guide/index.ts";
import {
  moveOf,
  type Plan,
  planJob,
  savedState,
  type SavedState,
  stepKey,
  type UpStep,
} from "../plan/index.ts";
import { after, closedMachine, type Model, type State } from "../rules/index.ts";
import type { Damage, Deed, Outcome, Setting } from "./exercise.ts";

export interface BuildView {
  readonly kind: "build";
  readonly target: string;
  readonly machine: SavedState;
  /** Steps that were read out and done, and the one that is read out now; none: the machine is shut. */
  readonly done: readonly UpStep[];
  readonly now: UpStep | undefined;
  /** How many steps there are, as they are read out. */
  readonly steps: number;
  /** Joints that a learner may say were left unmade: those that were due by now. */
  readonly due: readonly string[];
  /** What this step covers for good, where the level says that this is a last chance. */
  readonly gate: readonly string[];
  /** Joints that were looked at and are made. */
  readonly looked: readonly string[];
  readonly outcome: Outcome | undefined;
  /** What was left unmade, when it is over. */
  readonly fault: { readonly joint: string; readonly dead: readonly string[] } | undefined;
}

/** Looking at a joint that is made, minutes. */
const LOOK = 0.5;

/** Joints of a build-up that can be forgotten without anything stopping it: plugs first, at higher levels tape and leads. */
export function forgettable(guide: Guide, plan: Plan, level: number): readonly string[] {
  return plan.up.flatMap((step) => {
    if (step.do !== "make") return [];
    const { kind, permanent, power } = guide.joints[step.joint]!;
    if (permanent || power) return [];
    const counts = kind === "connector" || (level >= 3 && (kind === "tape" || kind === "route"));
    return counts ? [step.joint] : [];
  });
}

/**
 * A build-up that is read out without one of its steps. Said before what covers it goes on it costs nothing; afterwards
 * it costs the least minutes to get back to it, and when the machine is shut the function that is dead says so.
 */
export function buildView(
  model: Model,
  target: string,
  plan: Plan,
  { seed, level }: Setting,
  deeds: readonly Deed[],
): BuildView {
  const { guide } = model;
  const random = seeded(seed);
  const fault = pick(random, forgettable(guide, plan, level));
  const isFault = (step: UpStep): boolean => step.do === "make" && step.joint === fault;
  const up = plan.up.filter((step) => !isFault(step));
  const due = plan.up.findIndex(isFault);
  let at = 0;
  let [minutes, isFound, isOver] = [0, false, false];
  const damage: Damage[] = [];
  const looked: string[] = [];
  for (const deed of deeds) {
    if (isOver) break;
    if (deed.do === "on" && at < up.length) at += 1;
    if (deed.do === "missing" && deed.joint === fault && at >= due) {
      [isFound, isOver] = [true, true];
    } else if (deed.do === "missing") {
      minutes += LOOK;
      looked.push(deed.joint);
      if (level > 1) damage.push({ type: "false-alarm", joint: deed.joint });
    }
    if (deed.do === "leave" || (deed.do === "on" && at === up.length)) isOver = true;
  }
  const machine = machineAt(model, plan, new Set(up.slice(0, at).map(stepKey)));
  if (isOver) {
    const back = minutesBack(model, machine, fault);
    minutes += back;
    if (!isFound || back > 0) damage.push({ type: "unmade", joint: fault, minutes: back });
  }
  const now = isOver ? undefined : up[at];
  const gate = plan.gates.find(
    ({ before }) => now && plan.up[before] && stepKey(plan.up[before]) === stepKey(now),
  );
  return {
    kind: "build",
    target,
    machine: savedState(model, machine),
    done: up.slice(0, at),
    now,
    steps: up.length,
    due: plan.up
      .slice(0, at >= due ? at + 1 : at)
      .flatMap((step) => (step.do === "make" ? [step.joint] : [])),
    gate: level <= 2 ? (gate?.joints ?? []) : [],
    looked,
    outcome: isOver ? { minutes, least: 0, damage } : undefined,
    fault: isOver ? { joint: fault, dead: deadWithout(guide.joints[fault]) } : undefined,
  };
}

/** The machine with all of a plan undone that these steps of its build-up have not made good. */
function machineAt(model: Model, plan: Plan, made: ReadonlySet<string>): State {
  return plan.down
    .filter((step) => !made.has(stepKey(step)))
    .reduce((state, step) => after(state, moveOf(model, step)), closedMachine(model));
}

/** The least minutes to get at a joint from here and back again, with the battery off where it has to be. */
function minutesBack(model: Model, machine: State, joint: string): number {
  const power = model.afterPower[model.jointOf.get(joint)!] ? model.cuts : [];
  const open = power.map((cut) => model.jointIds[cut.joint]!);
  const from = savedState(model, machine);
  const reached = planJob(model.guide, { for: [], reach: [joint] }, from);
  // Nothing in the way: the battery is not looked at for a plug that is in sight.
  if (reached.ok && reached.value.down.length === 0) return 0;
  const plan = planJob(model.guide, { for: [], reach: [joint], open }, from);
  return plan.ok ? Math.round((plan.value.work + plan.value.handling.minutes) * 100) / 100 : 0;
}
