import { type DownStep, moveOf, type Step, stepKey, stepOf, type UpStep } from "../plan/index.ts";
import {
  after,
  type Block,
  blockOf,
  groupOf,
  type Model,
  type Move,
  type Problem,
  type State,
} from "../rules/index.ts";
import { doneIndex, remainingDown, remainingUp } from "./remaining.ts";
import type { BenchState } from "./state.ts";
import { lookBefore } from "./look.ts";
import { placedBack, upBlock } from "./mirror.ts";

/** The steps that are left, in an order that can be followed from here. */
export interface Route {
  readonly steps: readonly DownStep[];
  /** False when the steps that are left do not lead to the end from here: plan anew. */
  readonly complete: boolean;
}

/** A state never changes, and the screen asks for its way several times: worked out once. */
export function oncePerState<T>(work: (model: Model, state: BenchState) => T) {
  const known = new WeakMap<BenchState, T>();
  return (model: Model, state: BenchState): T => {
    const found = known.get(state) ?? work(model, state);
    known.set(state, found);
    return found;
  };
}

/** The same of a state and a step. */
export function oncePerStep<T>(work: (model: Model, state: BenchState, step: Step) => T) {
  const known = oncePerState(() => new Map<string, T>());
  return (model: Model, state: BenchState, step: Step): T => {
    const all = known(model, state);
    const key = stepKey(step);
    if (!all.has(key)) all.set(key, work(model, state, step));
    return all.get(key)!;
  };
}

/** The parts of a lift to come that would not be one group any more when a joint within it is opened. */
export function tornBy(
  model: Model,
  machine: State,
  joint: number,
  left: readonly DownStep[],
): readonly string[] | undefined {
  const lift = left.find((step) => {
    if (step.do !== "lift") return false;
    const parts = step.parts.map((id) => model.partOf.get(id)!);
    if (!model.joins[joint]!.every((p) => parts.includes(p))) return false;
    const opened = after(machine, { do: "release", joint });
    const group = groupOf(model, opened, parts[0]!);
    return !parts.every((p) => group.includes(p));
  });
  return lift?.do === "lift" ? lift.parts : undefined;
}

/** The steps of the plan that are left, in the plan's order as far as the rules allow it from here. */
export const routeDown = oncePerState((model, state): Route => {
  const steps: DownStep[] = [];
  const left = [...remainingDown(model, state)];
  let machine = state.machine;
  while (left.length > 0) {
    const at = left.findIndex((step) => {
      const move = moveOf(model, step);
      if (blockOf(state.problem!, machine, move)) return false;
      return move.do === "lift" || !tornBy(model, machine, move.joint, left);
    });
    if (at < 0) {
      // What is learnt is followed at once, also while nobody can plan anew.
      const opening = model.learning && openingStep(model, state.problem!, machine, left[0]!);
      return { steps: [...steps, ...(opening ? [opening] : []), ...left], complete: false };
    }
    const [step] = left.splice(at, 1);
    machine = after(machine, moveOf(model, step!));
    steps.push(step!);
  }
  return { steps, complete: true };
});

/** The first thing in the way of a step that can be done now, following what blocks what; undefined for a circle. */
function openingStep(
  model: Model,
  problem: Problem,
  machine: State,
  step: DownStep,
): DownStep | undefined {
  /** The part with what it holds; fastened to the frame, what fastens it comes first. */
  const lifting = (p: number): Move => {
    const parts = groupOf(model, machine, p);
    const held = model.jointsOfPart[p]!.find((j) => {
      return machine.open[j] === 0 && model.rigid[j] && !model.permanent[j];
    });
    return parts.includes(model.frame) && held !== undefined
      ? opening(held)
      : { do: "lift", parts };
  };
  const opening = (joint: number): Move => ({ do: "release", joint });
  const seen = new Set<string>();
  let move: Move | undefined = moveOf(model, step);
  while (move) {
    const key = JSON.stringify(move);
    if (seen.has(key)) return undefined;
    seen.add(key);
    const block = blockOf(problem, machine, move);
    if (!block) return stepOf(model, move);
    move = wayPast(block, lifting, opening);
  }
  return undefined;
}

/** What does away with a block, if a step does. */
function wayPast(
  block: Block,
  lifting: (part: number) => Move,
  opening: (joint: number) => Move,
): Move | undefined {
  switch (block.type) {
    case "joint-covered":
    case "part-covered":
      return lifting(block.by);
    case "still-joined":
      return opening(block.joint);
    case "power-first":
      return opening(block.power);
    case "battery-in":
      return lifting(block.battery);
    case "order": {
      const { joint, part } = block.order.first;
      return joint === undefined ? lifting(part!) : opening(joint);
    }
    default:
      return undefined;
  }
}

/** A build-up step that is left, and the joints that will have to be confirmed before it. */
export interface UpAhead {
  readonly step: UpStep;
  readonly gate: readonly string[];
  /** The move of the strip-down that it mirrors. */
  readonly index: number;
  /** The machine once it is done. */
  readonly machine: State;
}

/** The mirror of what was done, in an order that can be followed from here, with its gates. */
export const routeUp = oncePerState((model, state): readonly UpAhead[] => {
  const steps: UpAhead[] = [];
  const left = [...remainingUp(model, state)];
  let at: BenchState = state;
  while (left.length > 0) {
    const next = left.findIndex((step) => {
      const index = doneIndex(model, at, step);
      return upBlock(at.problem!, at.done, at.undone, index) === undefined;
    });
    if (next < 0) throw new Error("build-up: the step done last cannot be mirrored");
    const [step] = left.splice(next, 1);
    const gate = lookBefore(model, at, step!).map(({ joint }) => joint);
    const index = doneIndex(model, at, step!);
    at = mirroredOnce(at, index);
    steps.push({ step: step!, gate, index, machine: at.machine });
  }
  return steps;
});

function mirroredOnce(state: BenchState, index: number): BenchState {
  const move = state.done[index]!;
  const undone = new Set([...state.undone, index]);
  if (move.do === "lift") {
    const machine = placedBack(state.machine, state.done, state.undone, index);
    return { ...state, undone, machine };
  }
  const open = state.machine.open.slice();
  open[move.joint] = 0;
  const made = [...state.made, move.joint];
  return { ...state, undone, made, machine: { ...state.machine, open } };
}

/** The first free cell: one above the highest in use. */
export function nextCell(state: BenchState): number {
  return 1 + Math.max(0, ...[...state.lots.values()].map((lot) => lot.cell ?? 0));
}
