import { Heap } from "./heap.ts";
import type { Model } from "./model.ts";
import type { Precedence, Problem } from "./problem.ts";
import type { Move, State } from "./state.ts";

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
 * for each tool and posture (the others of its kind then follow at once), cheapest first. Past
 * `budget` nodes the deepest order is finished greedily: `exact` is then false.
 */
export function leastHandling(
  problem: Problem,
  start: State,
  plan: readonly Move[],
  budget = Math.min(20_000, Math.ceil(4e7 / plan.length ** 2)),
): Ordered {
  const search = new OrderSearch(problem, start, plan);
  const { order, exact } = search.run(budget);
  const moves = order.map((i) => plan[i]!);
  const isBetter =
    handlingOf(problem.model, moves).minutes <= handlingOf(problem.model, plan).minutes;
  return { moves: isBetter ? moves : plan, exact };
}

class OrderSearch {
  private readonly needs: readonly (readonly (readonly number[])[])[];
  private readonly tools: readonly (string | undefined)[];
  private readonly postures: readonly (string | undefined)[];
  private readonly powers: readonly number[];
  private readonly kinds: readonly string[];
  private readonly waiting = new Heap<Node>((a, b) => a.least - b.least || a.left - b.left);
  private readonly seen = new Map<string, Node[]>();

  constructor(
    problem: Problem,
    start: State,
    private readonly plan: readonly Move[],
  ) {
    const { model } = problem;
    this.needs = requirementsOf(problem, start, plan);
    this.tools = plan.map((move) => moveTool(model, move));
    this.postures = plan.map((move) => movePosture(model, move));
    this.powers = plan.flatMap((move, i) =>
      move.do === "release" && model.power[move.joint] ? [i] : [],
    );
    this.kinds = plan.map(
      (_, i) => `${this.powers.includes(i)}|${this.tools[i]}|${this.postures[i]}`,
    );
  }

  run(budget: number): { readonly order: readonly number[]; readonly exact: boolean } {
    this.offer({
      done: new Uint8Array(this.plan.length),
      left: this.plan.length,
      tool: undefined,
      posture: undefined,
      cost: 0,
      least: 0,
      order: [],
    });
    let deepest = this.waiting.peek()!;
    let nodes = 0;
    for (let node = this.waiting.pop(); node; node = this.waiting.pop()) {
      if (node.left === 0) return { order: node.order, exact: true };
      if (node.left < deepest.left) deepest = node;
      if (++nodes > budget) break;
      for (const i of this.choices(node)) this.offer(this.step(node, i));
    }
    return { order: this.finish(deepest).order, exact: false };
  }

  private canDo(node: Node, i: number): boolean {
    if (node.done[i] === 1) return false;
    const needs = this.needs[i]!;
    for (let r = 0; r < needs.length; r++) {
      const any = needs[r]!;
      let met = false;
      for (let k = 0; k < any.length && !met; k++) met = node.done[any[k]!] === 1;
      if (!met) return false;
    }
    return true;
  }

  /** One move that can be made for each tool and posture. */
  private choices(node: Node): readonly number[] {
    const kinds = new Set<string>();
    return this.plan.flatMap((_, i) => {
      if (kinds.has(this.kinds[i]!) || !this.canDo(node, i)) return [];
      kinds.add(this.kinds[i]!);
      return [i];
    });
  }

  private isLate(node: Node, i: number): boolean {
    return !this.powers.includes(i) && this.powers.some((k) => this.canDo(node, k));
  }

  private switchCost(node: Node, i: number): number {
    const changes = isSwitch(this.tools[i], node.tool) ? CHANGE : 0;
    return changes + (isSwitch(this.postures[i], node.posture) ? TURN : 0);
  }

  private step(node: Node, i: number): Node {
    const done = node.done.slice();
    done[i] = 1;
    const tool = this.tools[i] ?? node.tool;
    const posture = this.postures[i] ?? node.posture;
    const cost = node.cost + this.switchCost(node, i) + (this.isLate(node, i) ? LATE : 0);
    const owed =
      CHANGE * others(this.tools, done, tool) + TURN * others(this.postures, done, posture);
    const order = [...node.order, i];
    return { done, left: node.left - 1, tool, posture, cost, least: cost + owed, order };
  }

  private settle(from: Node): Node {
    let node = from;
    for (;;) {
      const at = node;
      const free = this.plan.findIndex(
        (_, i) =>
          (this.tools[i] === undefined || this.tools[i] === at.tool) &&
          (this.postures[i] === undefined || this.postures[i] === at.posture) &&
          this.canDo(at, i) &&
          !this.isLate(at, i),
      );
      if (free < 0) return node;
      node = this.step(node, free);
    }
  }

  private offer(raw: Node): void {
    const node = this.settle(raw);
    const key = node.done.join("");
    const alike = this.seen.get(key) ?? [];
    if (alike.some((by) => isDominated(node, by))) return;
    this.seen.set(key, [...alike, node]);
    this.waiting.push(node);
  }

  private finish(from: Node): Node {
    let node = from;
    while (node.left > 0) {
      const at = node;
      const [next] = [...this.choices(at)].sort(
        (a, b) => this.switchCost(at, a) - this.switchCost(at, b) || a - b,
      );
      if (next === undefined) throw new Error("handling: a legal plan has no order");
      node = this.settle(this.step(at, next));
    }
    return node;
  }
}

const isSwitch = (wanted: string | undefined, present: string | undefined): boolean =>
  wanted !== undefined && present !== undefined && wanted !== present;

/** From another node with the same moves done, at most one change and one turn away. */
function isDominated(node: Node, by: Node): boolean {
  const change = by.tool === undefined || by.tool === node.tool ? 0 : CHANGE;
  const turn = by.posture === undefined || by.posture === node.posture ? 0 : TURN;
  return by.cost + change + turn <= node.cost + LATE / 2;
}

/** How many other tools (postures) than the present one the moves still to be done need at least. */
function others(
  values: readonly (string | undefined)[],
  done: Uint8Array,
  present: string | undefined,
): number {
  const wanted = new Set<string>();
  for (let i = 0; i < values.length; i++) {
    if (done[i] === 0 && values[i] !== undefined) wanted.add(values[i]!);
  }
  if (present === undefined) return Math.max(0, wanted.size - 1);
  wanted.delete(present);
  return wanted.size;
}

/**
 * For each move of a plan, sets of moves of which one must have been made before it: what parts a
 * cover from what it covers (any lift that takes one of the two), what holds a group, power, orders,
 * and the lifts that a move must stay behind (of a group that it would pull apart, or into more
 * pieces, or that it is a part of). Legal under these is legal under the rules.
 */
function requirementsOf(
  problem: Problem,
  start: State,
  plan: readonly Move[],
): readonly (readonly (readonly number[])[])[] {
  const { model } = problem;
  const releaseOf = new Map<number, number>();
  for (const [i, move] of plan.entries()) if (move.do === "release") releaseOf.set(move.joint, i);
  const lifts = plan.flatMap((move, i) => (move.do === "lift" ? [{ i, parts: move.parts }] : []));
  const partedBy = (x: number, y: number): number[] =>
    lifts.filter(({ parts }) => parts.includes(x) !== parts.includes(y)).map(({ i }) => i);
  const coversOf = (xs: readonly number[], under: number): number[][] =>
    xs.filter((x) => start.stack[x] === start.stack[under]).map((x) => partedBy(x, under));
  const opened = (joints: readonly number[]): number[][] =>
    joints.filter((j) => !start.open[j]).map((j) => (releaseOf.has(j) ? [releaseOf.get(j)!] : []));
  const ordered = (orders: readonly Precedence[]): number[][] =>
    orders.flatMap(({ first }) => {
      if (first.joint !== undefined) return opened([first.joint]);
      if (start.lifted[first.part!]) return [];
      return [lifts.filter(({ parts }) => parts.includes(first.part!)).map(({ i }) => i)];
    });
  return plan.map((move, index) => {
    const behind = waitsFor(model, plan, move, index).map((k) => [k]);
    if (move.do === "release") {
      return [
        ...behind,
        ...coversOf(model.overJoint[move.joint]!, model.host[move.joint]!),
        ...(model.afterPower[move.joint] ? opened(model.powerJoints) : []),
        ...ordered(problem.beforeJoint[move.joint]!),
      ];
    }
    const group = new Set(move.parts);
    const holding = move.parts
      .flatMap((p) => model.jointsOfPart[p]!)
      .filter((j) => model.rigid[j] && model.joins[j]!.some((q) => !group.has(q)));
    return [
      ...behind,
      ...opened([...new Set(holding)]),
      ...move.parts.flatMap((p) =>
        coversOf(
          model.overPart[p]!.filter((x) => !group.has(x)),
          p,
        ),
      ),
      ...(move.parts.some((p) => model.esd[p]) ? opened(model.powerJoints) : []),
      ...move.parts.flatMap((p) => ordered(problem.beforePart[p]!)),
    ];
  });
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
