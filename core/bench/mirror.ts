import { unitingLifts } from "../plan/index.ts";
import {
  closedMachine,
  coverOver,
  type Model,
  type Precedence,
  type Problem,
  type State,
} from "../rules/index.ts";

/** A lift that was done: its parts, and the part of what stayed that is nearest to the frame. */
export interface DoneLift {
  readonly do: "lift";
  readonly parts: readonly number[];
  readonly anchor: number;
}
export type Done = { readonly do: "release"; readonly joint: number } | DoneLift;

/** Why a step of the build-up is not legal now: what has to be done before it. */
export type UpBlock =
  | { readonly type: "not-in-place"; readonly part: number }
  | { readonly type: "covers-joint"; readonly joint: number; readonly by: number }
  | { readonly type: "covers-part"; readonly part: number; readonly by: number }
  | { readonly type: "make-before"; readonly joint: number; readonly why: string | undefined }
  | { readonly type: "place-before"; readonly part: number; readonly why: string | undefined };

/**
 * The machine with the group of a lift back in the stack of its anchor. A part counts as lifted only by the
 * lifts that are not back: a battery that is in again is in, however often it was out.
 */
export function placedBack(
  machine: State,
  done: readonly Done[],
  undone: ReadonlySet<number>,
  index: number,
): State {
  const lift = done[index] as DoneLift;
  const lifted = machine.lifted.slice().fill(0);
  for (const [i, move] of done.entries()) {
    if (move.do === "release" || undone.has(i) || i === index) continue;
    for (const p of move.parts) lifted[p] = 1;
  }
  return { ...placed(machine, lift), lifted };
}

/** The machine as far as stacks go with a lifted group back in that of its anchor. */
function placed(machine: State, lift: DoneLift): State {
  const stack = machine.stack.slice();
  for (const p of lift.parts) stack[p] = machine.stack[lift.anchor]!;
  return { ...machine, stack };
}

/** A later move that needed an earlier one, and what that means on the way back. */
interface Blocker {
  readonly move: number;
  readonly block: UpBlock;
}

/** For moves once done, what blocks the mirror of each: worked out once, since done moves stay as they are. */
const blockersOf = new WeakMap<readonly Done[], (readonly Blocker[] | undefined)[]>();

function blockersAt(problem: Problem, done: readonly Done[], index: number): readonly Blocker[] {
  let all = blockersOf.get(done);
  if (!all) blockersOf.set(done, (all = []));
  return (all[index] ??= blockersFor(problem, done, index));
}

/**
 * What is applied before its parts are brought together comes before the place that does so: that place
 * waits for it, and it waits only for what waits for nothing of that place.
 */
function blockersFor(problem: Problem, done: readonly Done[], index: number): readonly Blocker[] {
  const { model } = problem;
  const united = unitingLifts(model, closedMachine(model), done);
  const from = united.get(index) ?? index;
  const later = done.flatMap((other, move): readonly Blocker[] => {
    const block = move > from ? needed(problem, done[index]!, other) : undefined;
    return block ? [{ move, block }] : [];
  });
  const applied = [...united].flatMap(([release, lift]): readonly Blocker[] =>
    lift === index ? [{ move: release, block: before(done[release]!, undefined) }] : [],
  );
  return [...later, ...applied];
}

/**
 * Why the move at `index` cannot be mirrored yet: a move that came after it on the way down, is not
 * mirrored yet, and needed it; or what is to be applied first. The first that is left in the order of the
 * build-up is never blocked, so there is always a way on.
 */
export function upBlock(
  problem: Problem,
  done: readonly Done[],
  undone: ReadonlySet<number>,
  index: number,
): UpBlock | undefined {
  return blockersAt(problem, done, index).findLast(({ move }) => !undone.has(move))?.block;
}

/** Whether a later move needed an earlier one, so that its mirror comes first. */
function needed(problem: Problem, earlier: Done, later: Done): UpBlock | undefined {
  const { model } = problem;
  const block =
    earlier.do === "lift"
      ? later.do === "release"
        ? liftThenRelease(model, earlier.parts, later.joint)
        : liftThenLift(model, earlier.parts, later)
      : releaseThen(model, earlier.joint, later);
  return block ?? batteryBack(model, earlier, later) ?? orderBetween(problem, earlier, later);
}

/** An outer battery goes back in after all that power may harm. */
function batteryBack(model: Model, earlier: Done, later: Done): UpBlock | undefined {
  if (earlier.do === "release" || !needsPowerOff(model, later)) return undefined;
  const isIn = (p: number): boolean => earlier.parts.includes(p);
  const takesOut = model.cuts.some(({ battery, partedFrom }) => {
    if (battery === undefined) return false;
    return partedFrom.length === 0
      ? isIn(battery)
      : partedFrom.some((p) => isIn(p) !== isIn(battery));
  });
  return takesOut ? before(later, undefined) : undefined;
}

/** A joint is made before what covers it, or what turns it away, is placed, and before its group is. */
function liftThenRelease(
  model: Model,
  parts: readonly number[],
  joint: number,
): UpBlock | undefined {
  const by = model.overJoint[joint]!.find((x) => parts.includes(x));
  if (by !== undefined) return { type: "covers-joint", joint, by };
  const turnsAway =
    parts.includes(model.host[joint]!) && model.overJoint[joint]!.some((x) => !parts.includes(x));
  const isInside = model.joins[joint]!.every((p) => parts.includes(p));
  return turnsAway || isInside ? { type: "make-before", joint, why: undefined } : undefined;
}

/** What lay under a group, or was taken from it on the bench, goes back before the group does. */
function liftThenLift(
  model: Model,
  parts: readonly number[],
  later: DoneLift,
): UpBlock | undefined {
  if (later.parts.some((p) => parts.includes(p))) {
    return { type: "place-before", part: later.parts[0]!, why: undefined };
  }
  for (const part of later.parts) {
    const by = model.overPart[part]!.find((x) => parts.includes(x));
    if (by !== undefined) return { type: "covers-part", part, by };
  }
  return undefined;
}

/** A joint is made when its parts lie together again, and the battery's after all that power may harm. */
function releaseThen(model: Model, joint: number, later: Done): UpBlock | undefined {
  if (later.do === "lift" && model.rigid[joint]) {
    const part = model.joins[joint]!.find((p) => later.parts.includes(p));
    const isWhole = model.joins[joint]!.every((p) => later.parts.includes(p));
    if (part !== undefined && !isWhole) return { type: "not-in-place", part };
  }
  return model.power[joint] && needsPowerOff(model, later) ? before(later, undefined) : undefined;
}

const needsPowerOff = (model: Model, move: Done): boolean =>
  move.do === "release" ? model.afterPower[move.joint]! : move.parts.some((p) => model.esd[p]);

const before = (move: Done, why: string | undefined): UpBlock =>
  move.do === "release"
    ? { type: "make-before", joint: move.joint, why }
    : { type: "place-before", part: move.parts[0]!, why };

/** Orders mirrored: what came `then` on the way down goes back before what came `first`. */
function orderBetween(
  { beforeJoint, beforePart }: Problem,
  earlier: Done,
  later: Done,
): UpBlock | undefined {
  const isEarlier = ({ first }: Precedence): boolean =>
    earlier.do === "release"
      ? first.joint === earlier.joint
      : first.part !== undefined && earlier.parts.includes(first.part);
  const orders =
    later.do === "release" ? beforeJoint[later.joint]! : later.parts.flatMap((p) => beforePart[p]!);
  const order = orders.find(isEarlier);
  return order && before(later, order.why);
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
