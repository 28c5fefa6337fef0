import { Heap } from "./heap.ts";
import type { Model } from "./model.ts";
import type { Problem } from "./problem.ts";
import { after, blockOf, type Move, type State } from "./state.ts";

export interface Handling {
  /** 0.2 × changes + 0.5 × turns. */
  readonly minutes: number;
  readonly changes: number;
  readonly turns: number;
}

export interface Ordered {
  readonly moves: readonly Move[];
  /** Whether no order of these moves has less handling. */
  readonly exact: boolean;
}

const CHANGE = 0.2;
const TURN = 0.5;
/** Less than any real handling: among equals, the battery comes off as soon as it can be reached. */
const LATE = 1e-5;

export function moveTool(model: Model, move: Move): string | undefined {
  return move.do === "release" ? model.tool[move.joint] : undefined;
}

/** How the machine must lie for a move: a lift lies as the first of its parts that says so. */
export function movePosture(model: Model, move: Move): string | undefined {
  if (move.do === "release") return model.posture[move.joint];
  return move.parts.map((p) => model.partPosture[p]).find((posture) => posture !== undefined);
}

/** Changes and turns of a sequence: the first tool and posture are free, moves that need none are skipped. */
export function handlingOf(model: Model, moves: readonly Move[]): Handling {
  const changes = switches(moves.map((move) => moveTool(model, move)));
  const turns = switches(moves.map((move) => movePosture(model, move)));
  return { minutes: CHANGE * changes + TURN * turns, changes, turns };
}

function switches(values: readonly (string | undefined)[]): number {
  const named = values.filter((value) => value !== undefined);
  return named.filter((value, i) => i > 0 && value !== named[i - 1]).length;
}

interface Node {
  readonly state: State;
  readonly done: Uint8Array;
  readonly left: number;
  readonly tool: string | undefined;
  readonly posture: string | undefined;
  readonly cost: number;
  readonly least: number;
  readonly order: readonly number[];
}

/**
 * An order of the moves of a legal plan with the least handling. A move that costs no change and
 * no turn is made at once (it takes nothing away from the others, since a release that would pull
 * a group apart waits for the lift of that group); only changes and turns are branched on, one move
 * for each tool and posture (the others of its kind then follow at once), cheapest first. Past `budget` nodes the given order's better half stands: `exact` is then false.
 */
export function leastHandling(
  problem: Problem,
  start: State,
  plan: readonly Move[],
  budget = 4000,
): Ordered {
  const { model } = problem;
  const waits = plan.map((move, i) => waitsFor(model, plan, move, i));
  const tools = plan.map((move) => moveTool(model, move));
  const postures = plan.map((move) => movePosture(model, move));

  const canDo = (node: Node, i: number): boolean =>
    !node.done[i] &&
    waits[i]!.every((k) => node.done[k]) &&
    blockOf(problem, node.state, plan[i]!) === undefined;

  const switchCost = (node: Node, i: number): number =>
    (tools[i] !== undefined && node.tool !== undefined && tools[i] !== node.tool ? CHANGE : 0) +
    (postures[i] !== undefined && node.posture !== undefined && postures[i] !== node.posture
      ? TURN
      : 0);

  const isPower = plan.map((move) => move.do === "release" && model.power[move.joint]!);

  const powers = plan.flatMap((_, i) => (isPower[i] ? [i] : []));

  const isLate = (node: Node, i: number): boolean =>
    !isPower[i] && powers.some((k) => canDo(node, k));

  const owed = (done: Uint8Array, tool: string | undefined, posture: string | undefined): number =>
    CHANGE * others(tools, done, tool) + TURN * others(postures, done, posture);

  const step = (node: Node, i: number): Node => {
    const done = node.done.slice();
    done[i] = 1;
    const tool = tools[i] ?? node.tool;
    const posture = postures[i] ?? node.posture;
    const cost = node.cost + switchCost(node, i) + (isLate(node, i) ? LATE : 0);
    return {
      state: after(node.state, plan[i]!),
      done,
      left: node.left - 1,
      tool,
      posture,
      cost,
      least: cost + owed(done, tool, posture),
      order: [...node.order, i],
    };
  };

  const isFreeMove = (node: Node, i: number): boolean =>
    !isLate(node, i) &&
    (tools[i] === undefined || tools[i] === node.tool) &&
    (postures[i] === undefined || postures[i] === node.posture);

  const settle = (from: Node): Node => {
    let node = from;
    for (;;) {
      const free = plan.findIndex((_, i) => isFreeMove(node, i) && canDo(node, i));
      if (free < 0) return node;
      node = step(node, free);
    }
  };

  const open = new Heap<Node>((a, b) => a.least - b.least || a.left - b.left);
  const seen = new Map<string, number>();
  const offer = (raw: Node): void => {
    const node = settle(raw);
    const key = `${node.done.join("")}|${node.tool}|${node.posture}`;
    if ((seen.get(key) ?? Infinity) <= node.cost) return;
    seen.set(key, node.cost);
    open.push(node);
  };
  const nothing = { tool: undefined, posture: undefined };
  const done = new Uint8Array(plan.length);
  offer({ state: start, done, left: plan.length, ...nothing, cost: 0, least: 0, order: [] });
  let nodes = 0;
  let deepest: Node | undefined;
  for (let node = open.pop(); node; node = open.pop()) {
    if (node.left === 0) return { moves: node.order.map((i) => plan[i]!), exact: true };
    if (!deepest || node.left < deepest.left) deepest = node;
    if (++nodes > budget) break;
    const classes = new Set<string>();
    for (let i = 0; i < plan.length; i++) {
      const kind = `${isPower[i]}|${tools[i]}|${postures[i]}`;
      if (classes.has(kind) || !canDo(node, i)) continue;
      classes.add(kind);
      offer(step(node, i));
    }
  }
  return {
    moves: greedyRest(problem, plan, deepest, step, canDo, switchCost, settle),
    exact: false,
  };
}

/** How many other tools (postures) than the present one the moves still to be done need at least. */
function others(
  values: readonly (string | undefined)[],
  done: Uint8Array,
  present: string | undefined,
): number {
  const wanted = new Set(values.filter((value, i) => !done[i] && value !== undefined));
  if (present === undefined) return Math.max(0, wanted.size - 1);
  wanted.delete(present);
  return wanted.size;
}

function greedyRest(
  problem: Problem,
  plan: readonly Move[],
  from: Node | undefined,
  step: (node: Node, i: number) => Node,
  canDo: (node: Node, i: number) => boolean,
  switchCost: (node: Node, i: number) => number,
  settle: (node: Node) => Node,
): readonly Move[] {
  let node = from;
  while (node && node.left > 0) {
    const at: Node = node;
    const next = plan.map((_, i) => i).filter((i) => canDo(at, i));
    if (next.length === 0) return plan;
    next.sort((a, b) => switchCost(at, a) - switchCost(at, b) || a - b);
    node = settle(step(at, next[0]!));
  }
  const moves = node ? node.order.map((i) => plan[i]!) : plan;
  return handlingOf(problem.model, moves).minutes <= handlingOf(problem.model, plan).minutes
    ? moves
    : plan;
}

/**
 * The lifts that a move must stay behind: of a group that a release would pull apart, or into more
 * pieces, and of a group that a smaller lift was taken from.
 */
function waitsFor(
  model: Model,
  plan: readonly Move[],
  move: Move,
  index: number,
): readonly number[] {
  const parts = move.do === "release" ? model.joins[move.joint]! : move.parts;
  return plan
    .slice(0, index)
    .flatMap((other, k) =>
      other.do === "lift" && parts.every((p) => other.parts.includes(p)) ? [k] : [],
    );
}
