import type { Model } from "../plan/model.ts";
import type { Problem } from "../plan/problem.ts";
import { coverOver, liftBlock, releaseBlock, type Block, type State } from "../plan/state.ts";

/** A lift that was done: its parts, and the part of what stayed that is nearest to the frame. */
export interface DoneLift {
  readonly do: "lift";
  readonly parts: readonly number[];
  readonly anchor: number;
}
export type Done = { readonly do: "release"; readonly joint: number } | DoneLift;

/** Why a step of the build-up is not legal now. */
export type UpBlock =
  | { readonly type: "not-in-place"; readonly part: number }
  | { readonly type: "covers-joint"; readonly joint: number; readonly by: number }
  | { readonly type: "covers-part"; readonly part: number; readonly by: number }
  | { readonly type: "make-before"; readonly joint: number; readonly why: string | undefined }
  | { readonly type: "place-before"; readonly part: number; readonly why: string | undefined }
  | { readonly type: "mirror"; readonly block: Block };

/** The machine with a lifted group back in the stack of its anchor. */
export function placed(machine: State, lift: DoneLift): State {
  const stack = machine.stack.slice();
  for (const p of lift.parts) stack[p] = machine.stack[lift.anchor]!;
  return { ...machine, stack };
}

/**
 * Why a done move cannot be mirrored now: its mirror must leave a machine from which the move itself
 * would be legal, and must not shut in, or power, what still has to be made. `waiting` are the other
 * moves to be mirrored.
 */
export function upBlock(
  problem: Problem,
  machine: State,
  waiting: readonly Done[],
  move: Done,
): UpBlock | undefined {
  return move.do === "lift"
    ? placeBlock(problem, machine, waiting, move)
    : makeBlock(problem, machine, waiting, move.joint);
}

function placeBlock(
  problem: Problem,
  machine: State,
  waiting: readonly Done[],
  lift: DoneLift,
): UpBlock | undefined {
  const back = placed(machine, lift);
  const block = liftBlock(problem, back, lift.parts);
  if (block) return { type: "mirror", block };
  return shutIn(problem, machine, back, waiting) ?? firstOf(problem, waiting, lift);
}

/** What still has to be made or placed and would lie under what this place brings. */
function shutIn(
  { model }: Problem,
  machine: State,
  back: State,
  waiting: readonly Done[],
): UpBlock | undefined {
  for (const other of waiting) {
    if (other.do === "release") {
      const by = coverOver(model, back, other.joint);
      if (by !== undefined && coverOver(model, machine, other.joint) === undefined) {
        return { type: "covers-joint", joint: other.joint, by };
      }
      continue;
    }
    const stack = back.stack[other.anchor];
    for (const part of other.parts) {
      const by = model.overPart[part]!.find(
        (x) => !other.parts.includes(x) && back.stack[x] === stack && machine.stack[x] !== stack,
      );
      if (by !== undefined) return { type: "covers-part", part, by };
    }
  }
  return undefined;
}

function makeBlock(
  problem: Problem,
  machine: State,
  waiting: readonly Done[],
  joint: number,
): UpBlock | undefined {
  const { model } = problem;
  const open = machine.open.slice();
  open[joint] = 0;
  if (model.rigid[joint]) {
    const stack = machine.stack[model.host[joint]!];
    const part = model.joins[joint]!.find((p) => machine.stack[p] !== stack);
    if (part !== undefined) return { type: "not-in-place", part };
  }
  const block = releaseBlock(problem, { ...machine, open }, joint);
  if (block) return { type: "mirror", block };
  if (model.power[joint]) {
    const other = waiting.find((move) => needsPowerOff(model, move));
    if (other) return before(other, undefined);
  }
  return firstOf(problem, waiting, { do: "release", joint });
}

const needsPowerOff = (model: Model, move: Done): boolean =>
  move.do === "release" ? model.afterPower[move.joint]! : move.parts.some((p) => model.esd[p]);

const before = (move: Done, why: string | undefined): UpBlock =>
  move.do === "release"
    ? { type: "make-before", joint: move.joint, why }
    : { type: "place-before", part: move.parts[0]!, why };

/** Orders mirrored: what came `then` on the way down goes back before what came `first`. */
function firstOf(
  { beforeJoint, beforePart }: Problem,
  waiting: readonly Done[],
  move: Done,
): UpBlock | undefined {
  const isThis = (first: { readonly joint?: number; readonly part?: number }): boolean =>
    move.do === "release"
      ? first.joint === move.joint
      : first.part !== undefined && move.parts.includes(first.part);
  for (const other of waiting) {
    const orders =
      other.do === "release"
        ? beforeJoint[other.joint]!
        : other.parts.flatMap((p) => beforePart[p]!);
    const order = orders.find(({ first }) => isThis(first));
    if (order) return before(other, order.why);
  }
  return undefined;
}

/** The joints made in this build-up that can be reached now and not once the group is placed. */
export function gateJoints(
  model: Model,
  machine: State,
  made: readonly number[],
  lift: DoneLift,
): readonly number[] {
  const back = placed(machine, lift);
  return made.filter(
    (j) => coverOver(model, machine, j) === undefined && coverOver(model, back, j) !== undefined,
  );
}
