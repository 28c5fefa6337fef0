import {
  after,
  bringsPower,
  coverOver,
  type Model,
  type Move,
  powerBlock,
  type Problem,
  type State,
} from "../rules/index.ts";

/** A step of the build-up: a group is placed, a joint is made. */
export type UpMove =
  | { readonly do: "place"; readonly parts: readonly number[] }
  | { readonly do: "make"; readonly joint: number };

export interface Gate {
  /** Index into the build-up of the step that this is the last look before. */
  readonly before: number;
  readonly joints: readonly number[];
}

export interface Transfer {
  readonly part: number;
  readonly joints: readonly number[];
}

/**
 * For each release of a joint that is applied before its parts are brought together (paste, strips), by its
 * place in the strip-down, the lift whose mirror first brings any two of them together. A joint whose parts no
 * lift took from each other has none.
 */
export function unitingLifts(
  model: Model,
  start: State,
  down: readonly Move[],
): ReadonlyMap<number, number> {
  const united = new Map<number, number>();
  const released: number[] = [];
  const stack = start.stack.slice();
  let fresh = stack.reduce((most, s) => Math.max(most, s), 0);
  for (const [i, move] of down.entries()) {
    if (move.do === "release") {
      if (model.appliedFirst[move.joint]) released.push(i);
      continue;
    }
    const group = new Set(move.parts);
    const from = stack[move.parts[0]!];
    for (const r of released) {
      const joins = model.joins[(down[r] as { joint: number }).joint]!;
      const isParted =
        joins.some((p) => group.has(p)) && joins.some((p) => !group.has(p) && stack[p] === from);
      if (isParted) united.set(r, i);
    }
    fresh += 1;
    for (const p of move.parts) stack[p] = fresh;
  }
  return united;
}

/**
 * The build-up as places in the strip-down that it mirrors: the last move first, but what is applied before its
 * parts are brought together is made right before the place that does so.
 */
export function upOrder(model: Model, start: State, down: readonly Move[]): readonly number[] {
  const united = unitingLifts(model, start, down);
  const first = new Map<number, number[]>();
  for (const [release, lift] of united) first.set(lift, [release, ...(first.get(lift) ?? [])]);
  return [...down.keys()]
    .reverse()
    .flatMap((i) => (united.has(i) ? [] : [...(first.get(i) ?? []), i]));
}

/** The strip-down mirrored, in the order of the build-up. */
export function buildUp(model: Model, start: State, down: readonly Move[]): readonly UpMove[] {
  return upOrder(model, start, down).map((i) => {
    const move = down[i]!;
    return move.do === "lift"
      ? { do: "place", parts: move.parts }
      : { do: "make", joint: move.joint };
  });
}

/** The states before each move and after the last: length moves + 1. */
export function statesAlong(start: State, down: readonly Move[]): readonly State[] {
  const states = [start];
  for (const move of down) states.push(after(states.at(-1)!, move));
  return states;
}

/**
 * What is looked at before a step: before the power goes on, every joint made by then that what comes later hides;
 * before a place, what it hides of those that were not looked at, and with the power on only its own plug. Screws are
 * counted instead. In the order they were made; a step that hides nothing has no gate.
 */
export function gatesOf(problem: Problem, start: State, down: readonly Move[]): readonly Gate[] {
  const { model } = problem;
  const states = statesAlong(start, down);
  const gates: Gate[] = [];
  const made: number[] = [];
  const seen = new Set<number>();
  const isScrews = (j: number): boolean =>
    model.guide.joints[model.jointIds[j]!]!.kind === "screws";
  const isSeen = (state: State, j: number): boolean => coverOver(model, state, j) === undefined;
  for (const [before, i] of upOrder(model, start, down).entries()) {
    const move = down[i]!;
    const [open, placed] = [states[i + 1]!, states[i]!];
    const isPower = bringsPower(model, move);
    const isLive = powerBlock(model, open) !== undefined;
    const after = isPower ? start : placed;
    const isHidden = (j: number): boolean => isSeen(open, j) && !isSeen(after, j);
    const joints =
      move.do === "lift" || isPower
        ? made.filter((j) => {
            if (seen.has(j) || isScrews(j) || !isHidden(j)) return false;
            return isPower || !isLive || model.power[j] === true;
          })
        : [];
    for (const j of joints) seen.add(j);
    if (joints.length > 0) gates.push({ before, joints });
    if (move.do === "release") made.push(move.joint);
  }
  return gates;
}

/**
 * What moves from old parts to the new ones, each once, with the joints opened for it: the parts that lie on a target's
 * unit, directly or down the chain, and came off it; and what was glued or taped to the unit, or to what goes with it.
 * New parts and targets do not move over, and what only rides along is left out.
 */
export function transfersOf(
  { model, goal }: Problem,
  start: State,
  down: readonly Move[],
): readonly Transfer[] {
  const opened = new Set(down.flatMap((move) => (move.do === "release" ? [move.joint] : [])));
  const end = statesAlong(start, down).at(-1)!;
  const old = new Set(goal.units.flatMap(({ parts }) => [...parts]));
  const liesOn = (part: number): number | undefined => model.below[part]!.find((q) => old.has(q));
  const goesAlong = (part: number): boolean => {
    const on = liesOn(part);
    return old.has(part) || (on !== undefined && end.stack[part] === end.stack[on]);
  };
  return [...model.partIds.keys()].flatMap((part) => {
    if (goesAlong(part) || goal.fresh.has(part)) return [];
    const isOnIt = liesOn(part) !== undefined;
    const under = new Set([...old, ...model.below[part]!]);
    const joints = model.jointsOfPart[part]!.filter((j) => {
      if (!opened.has(j)) return false;
      const others = model.joins[j]!.filter((q) => q !== part);
      if (isOnIt && others.some((q) => under.has(q))) return true;
      // What a unit was glued into stays where it is; what was glued to the unit moves over.
      return (
        isSticky(model, j) && others.some((q) => goesAlong(q) && !model.below[q]!.includes(part))
      );
    });
    return joints.length > 0 ? [{ part, joints }] : [];
  });
}

const isSticky = ({ guide, jointIds }: Model, j: number): boolean => {
  const { kind } = guide.joints[jointIds[j]!]!;
  return kind === "adhesive" || kind === "tape";
};
