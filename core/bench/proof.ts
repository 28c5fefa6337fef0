import { type Doubt, type PowerOn, proofPoints, type Trial } from "../plan/index.ts";
import { jointMinutes, partMinutes } from "../guide/index.ts";
import { type Model, powerBlock, type State } from "../rules/index.ts";
import { canTry, type Check, checksOpen } from "./checks.ts";
import type { Round } from "./events.ts";
import type { BenchState } from "./state.ts";
import { canPower, isBare } from "./power.ts";
import { oncePerState, routeUp } from "./route.ts";

/** Minutes of a power-on: start, shut down, drain. */
const POWER_ON = 3;

/** How likely it is that a joint that was opened is not made as it should be, by what is easily missed. */
const MISS = { plain: 0.03, lock: 0.04, coax: 0.05, hidden: 2, moved: 0.005 } as const;

function chanceOf(model: Model, id: string): number {
  const joint = model.guide.joints[id]!;
  const hides = joint.hidden === undefined ? 1 : MISS.hidden;
  const type = joint.kind === "connector" ? joint.type : undefined;
  if (type === "coax-snap") return MISS.coax * hides;
  return (type === "zif-flip" || type === "zif-slide" ? MISS.lock : MISS.plain) * hides;
}

/**
 * Where the machine is powered on in what is left of the build-up, and what is tried there: the power-ons
 * that lose the fewest expected minutes (see `proofPoints`). Places count from the next step. With no step
 * left there is one: the machine is shut.
 */
export const proofAhead = oncePerState((model, state): readonly PowerOn[] => {
  if (state.phase !== "up") return [];
  const route = routeUp(model, state);
  const machines = [state.machine, ...route.map(({ machine }) => machine)];
  const end = route.length;
  // It was tried while it was open: the next time it is shut.
  const minutes = machines.map((machine) =>
    state.triedOpen ? undefined : powerMinutes(model, machine),
  );
  const trials = checksOpen(model, state).map((check): Trial => {
    const at = machines.findIndex(
      (machine, s) =>
        s < end && minutes[s] !== undefined && canTry(model, machine, check.what, "open"),
    );
    return { what: check.what, earliest: at < 0 ? end : at, doubts: doubtsOf(model, state, check) };
  });
  return proofPoints({
    problem: state.problem!,
    down: state.done,
    back: state.undone,
    order: route.map(({ index }) => index),
    trials,
    minutes,
  });
});

/** What a power-on takes on a machine as it lies; undefined where there is none: shut, it waits for the last. */
function powerMinutes(model: Model, machine: State): number | undefined {
  if (!isBare(model, machine) || !canPower(model, machine)) return undefined;
  return (model.guide.boot ?? POWER_ON) + connectMinutes(model, machine);
}

/** To connect a battery that is off for the test only, and to take it off again. */
function connectMinutes(model: Model, machine: State): number {
  if (model.cuts.length === 0 || powerBlock(model, machine) !== undefined) return 0;
  const { guide, jointIds, partIds } = model;
  return model.cuts.reduce((sum, { joint, battery }) => {
    const { off, on } = jointMinutes(guide.joints[jointIds[joint]!]!);
    const pack = battery === undefined ? undefined : partMinutes(guide.parts[partIds[battery]!]!);
    return sum + off + on + (pack ? pack.lift + pack.place : 0);
  }, 0);
}

function doubtsOf(model: Model, state: BenchState, { because, moved }: Check): readonly Doubt[] {
  const opened = because.flatMap((id): readonly Doubt[] => {
    const j = model.jointOf.get(id)!;
    const move = state.done.findLastIndex((one) => one.do === "release" && one.joint === j);
    return move < 0 ? [] : [{ move, chance: chanceOf(model, id) }];
  });
  const lifted = moved.flatMap((id): readonly Doubt[] => {
    const parts = model.joins[model.jointOf.get(id)!]!;
    const move = state.done.findLastIndex(
      (one) => one.do === "lift" && one.parts.some((p) => parts.includes(p)),
    );
    return move < 0 ? [] : [{ move, chance: MISS.moved }];
  });
  return [...opened, ...lifted];
}

/**
 * The checks that are due before the next step, or, with the machine shut, before the job is closed. While it is on,
 * all that can be tried is: what was announced, and what came due since.
 */
export function checksDue(model: Model, state: BenchState): readonly Check[] {
  const open = checksOpen(model, state);
  if (state.isOn && state.phase === "up" && isBare(model, state.machine)) {
    return open.filter(({ what }) => canTry(model, state.machine, what, "open"));
  }
  if (!canTrySome(model, state, open)) return [];
  const now = proofAhead(model, state).find(({ before }) => before === 0);
  return open.filter(({ what }) => now?.tries.includes(what));
}

/** Whether anything could be tried as the machine lies: if not, where else it is tried need not be weighed. */
function canTrySome(model: Model, state: BenchState, open: readonly Check[]): boolean {
  if (state.phase !== "up" || open.length === 0) return false;
  if (roundOf(model, state) === "shut") return true;
  const { machine } = state;
  if (!isBare(model, machine)) return false;
  return canPower(model, machine) && open.some(({ what }) => canTry(model, machine, what, "open"));
}

/** Whether the machine is still open: which round a check is of. */
export const roundOf = (model: Model, state: BenchState): Round =>
  routeUp(model, state).length > 0 ? "open" : "shut";
