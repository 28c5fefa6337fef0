import type { Cut, Model } from "./model.ts";
import type { Precedence, Problem } from "./problem.ts";

/** The machine: which joints are open, in which stack each part lies, which parts were ever lifted. */
export interface State {
  readonly open: Uint8Array;
  readonly stack: Int16Array;
  readonly lifted: Uint8Array;
}

export type Move =
  | { readonly do: "release"; readonly joint: number }
  | { readonly do: "lift"; readonly parts: readonly number[] };

/** Why a move is not legal now. The first reason found, in the order of the rules. */
export type Block =
  | { readonly type: "open-already"; readonly joint: number }
  | { readonly type: "permanent"; readonly joint: number }
  | { readonly type: "joint-covered"; readonly joint: number; readonly by: number }
  | { readonly type: "power-first"; readonly power: number }
  | { readonly type: "battery-in"; readonly battery: number }
  | { readonly type: "order"; readonly order: Precedence }
  | { readonly type: "still-joined"; readonly joint: number }
  | { readonly type: "not-joined"; readonly parts: readonly number[] }
  | { readonly type: "alone-already"; readonly part: number }
  | { readonly type: "part-covered"; readonly part: number; readonly by: number };

export function closedMachine(model: Model): State {
  return {
    open: new Uint8Array(model.jointIds.length),
    stack: new Int16Array(model.partIds.length),
    lifted: new Uint8Array(model.partIds.length),
  };
}

/** What keeps the battery on the machine: a power joint that is closed, an outer battery that is in. */
export function powerBlock(model: Model, state: State): Block | undefined {
  const shut = model.cuts.find(({ joint }) => !state.open[joint]);
  if (shut) return { type: "power-first", power: shut.joint };
  const inside = model.cuts.find((cut) => isBatteryIn(cut, state));
  return inside && { type: "battery-in", battery: inside.battery! };
}

/** Whether a move, mirrored, brings the power: it makes the plug, or sets in the battery that has none. */
export const bringsPower = ({ cuts }: Model, move: Move): boolean =>
  cuts.some(({ joint, battery }) =>
    move.do === "release"
      ? move.joint === joint
      : battery !== undefined && move.parts.includes(battery),
  );

function isBatteryIn({ battery, partedFrom }: Cut, { lifted, stack }: State): boolean {
  if (battery === undefined) return false;
  if (partedFrom.length === 0) return !lifted[battery];
  return partedFrom.some((p) => stack[p] === stack[battery]);
}

function orderBlock(orders: readonly Precedence[], state: State): Block | undefined {
  const order = orders.find(({ first }) =>
    first.joint === undefined ? !state.lifted[first.part!] : !state.open[first.joint],
  );
  return order && { type: "order", order };
}

/** Why joint j cannot be released now; undefined when it can. */
export function releaseBlock(problem: Problem, state: State, j: number): Block | undefined {
  const { model } = problem;
  if (state.open[j]) return { type: "open-already", joint: j };
  if (model.permanent[j]) return { type: "permanent", joint: j };
  const by = coverOver(model, state, j);
  if (by !== undefined) return { type: "joint-covered", joint: j, by };
  if (model.afterPower[j]) {
    const block = powerBlock(model, state);
    if (block) return block;
  }
  return orderBlock(problem.beforeJoint[j]!, state);
}

/** A part that is over joint j and lies in its host's stack, if any: then j cannot be reached. */
export function coverOver(model: Model, state: State, j: number): number | undefined {
  const stack = state.stack[model.host[j]!];
  return model.overJoint[j]!.find((x) => state.stack[x] === stack);
}

/** The rigid group of part p, ascending: what moves with it while the closed joints hold. */
export function groupOf(model: Model, state: State, p: number): number[] {
  return spread(model, p, (j) => !state.open[j] && model.rigid[j]!);
}

/** What one hand carries along with part p: its group as far as carrying joints hold it. */
export function pieceOf(model: Model, state: State, p: number): number[] {
  return spread(model, p, (j) => !state.open[j] && model.carries[j]!);
}

function spread(model: Model, from: number, through: (joint: number) => boolean): number[] {
  const seen = new Uint8Array(model.partIds.length);
  seen[from] = 1;
  const found = [from];
  for (let i = 0; i < found.length; i++) {
    const joints = model.jointsOfPart[found[i]!]!;
    for (let k = 0; k < joints.length; k++) {
      if (!through(joints[k]!)) continue;
      const parts = model.joins[joints[k]!]!;
      for (let h = 0; h < parts.length; h++) {
        const p = parts[h]!;
        if (seen[p] === 1) continue;
        seen[p] = 1;
        found.push(p);
      }
    }
  }
  return found.sort((a, b) => a - b);
}

/** Why this set of parts cannot be lifted now; undefined when it can. */
export function liftBlock(
  problem: Problem,
  state: State,
  parts: readonly number[],
): Block | undefined {
  const { model } = problem;
  const group = new Set(parts);
  const held = boundary(model, state, group);
  if (held !== undefined) return { type: "still-joined", joint: held };
  const real = groupOf(model, state, parts[0]!);
  if (real.length < parts.length) {
    return { type: "not-joined", parts: parts.filter((p) => !real.includes(p)) };
  }
  const stack = state.stack[parts[0]!];
  const others = state.stack.some((s, p) => s === stack && !group.has(p));
  if (!others) return { type: "alone-already", part: parts[0]! };
  for (const part of parts) {
    const by = model.overPart[part]!.find((x) => !group.has(x) && state.stack[x] === stack);
    if (by !== undefined) return { type: "part-covered", part, by };
  }
  if (parts.some((p) => model.esd[p])) {
    const block = powerBlock(model, state);
    if (block) return block;
  }
  for (const part of parts) {
    const block = orderBlock(problem.beforePart[part]!, state);
    if (block) return block;
  }
  return undefined;
}

/** The first closed rigid joint that holds a part of the group to one outside it. */
function boundary(model: Model, state: State, group: ReadonlySet<number>): number | undefined {
  let first: number | undefined;
  for (const p of group) {
    for (const j of model.jointsOfPart[p]!) {
      if (state.open[j] || !model.rigid[j] || (first !== undefined && first <= j)) continue;
      if (model.joins[j]!.some((q) => !group.has(q))) first = j;
    }
  }
  return first;
}

/** The state after a move that is legal; legality is the caller's to have asked. */
export function after(state: State, move: Move): State {
  if (move.do === "release") {
    const open = state.open.slice();
    open[move.joint] = 1;
    return { ...state, open };
  }
  const stack = state.stack.slice();
  const lifted = state.lifted.slice();
  const fresh = stack.reduce((most, s) => Math.max(most, s), 0) + 1;
  for (const p of move.parts) {
    stack[p] = fresh;
    lifted[p] = 1;
  }
  return { open: state.open, stack, lifted };
}

export const blockOf = (problem: Problem, state: State, move: Move): Block | undefined =>
  move.do === "release"
    ? releaseBlock(problem, state, move.joint)
    : liftBlock(problem, state, move.parts);

/** Minutes of one move: a joint's off + on + care, or Σ over pieces of (largest lift + largest place). */
export function moveWork(model: Model, state: State, move: Move): number {
  if (move.do === "release") return model.jointCost[move.joint]!;
  return liftWork(model, state, move.parts);
}

/** Minutes of each move of a sequence. */
export function worksOf(model: Model, start: State, moves: readonly Move[]): readonly number[] {
  let state = start;
  return moves.map((move) => {
    const work = moveWork(model, state, move);
    state = after(state, move);
    return work;
  });
}

/** What hands carry when a group is lifted: its parts, piece by piece. */
export function piecesOf(
  model: Model,
  state: State,
  parts: readonly number[],
): readonly (readonly number[])[] {
  const seen = new Set<number>();
  return parts.flatMap((start) => {
    if (seen.has(start)) return [];
    const piece = pieceOf(model, state, start);
    for (const p of piece) seen.add(p);
    return [piece];
  });
}

export function liftWork(model: Model, state: State, parts: readonly number[]): number {
  let work = 0;
  for (const piece of piecesOf(model, state, parts)) {
    work += Math.max(...piece.map((p) => model.lift[p]!));
    work += Math.max(...piece.map((p) => model.place[p]!));
  }
  return work;
}

/** Whether the job is reached: every part and joint to reach is free, every unit lies alone with what is new. */
export function isReached(problem: Problem, state: State): boolean {
  const { model, goal } = problem;
  return (
    goal.openJoints.every((j) => state.open[j] === 1) &&
    goal.reachJoints.every((j) => coverOver(model, state, j) === undefined) &&
    goal.reachParts.every((p) =>
      model.overPart[p]!.every((x) => state.stack[x] !== state.stack[p]),
    ) &&
    goal.units.every(({ parts }) => isUnitFree(problem, state, parts))
  );
}

function isUnitFree({ model, goal }: Problem, state: State, unit: ReadonlySet<number>): boolean {
  const stacks = new Set([...unit].map((p) => state.stack[p]));
  const bin = new Set(unit);
  for (const [p, s] of state.stack.entries()) {
    if (!stacks.has(s) || unit.has(p)) continue;
    if (!goal.fresh.has(p)) return false;
    bin.add(p);
  }
  return model.joins.every(
    (list, j) =>
      state.open[j] ||
      model.permanent[j] ||
      !list.some((p) => bin.has(p)) ||
      list.every((p) => bin.has(p)),
  );
}
