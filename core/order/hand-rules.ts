import { gripOf } from "../guide/index.ts";
import {
  after,
  groupOf,
  liftBlock,
  looseIn,
  type Model,
  type Move,
  type Problem,
  releaseBlock,
  type State,
} from "../rules/index.ts";
import { has, type Moves } from "./handling-bound.ts";
import { deadBy, partings } from "./requirements.ts";

/** What a hand would refuse, and an order goes against where the facts leave no other. */
export type HandRule = "live" | "catch" | "loose";

/** How often an order goes against each rule; a live one weighs more than any number of the next. */
export interface Breaches {
  readonly live: number;
  readonly catch: number;
  readonly loose: number;
}

/** A breach of an order: at which move, and the joints, parts or power joints that it is about. */
export interface Breach {
  readonly rule: HandRule;
  readonly at: number;
  /** Joints that still hold, power joints still shut, or parts that lie loose. */
  readonly joints: readonly number[];
  readonly parts: readonly number[];
}

/**
 * What hands ask of an order of the moves of a plan: nothing inside is opened while the machine is live but what
 * lies in the way of its power; of joints that hold the same two sides the ones that hold come first; nothing lies
 * loose in a machine that is turned.
 */
export class HandRules {
  /** By move, the moves that are to come before it: joints of the same two sides that hold. */
  readonly holds: readonly (readonly number[])[];
  /** Sets of moves of which one each takes the power off; undefined where the plan does not take it off. */
  readonly dead: readonly (readonly number[])[] | undefined;
  private readonly model: Model;
  /** Whether the plan leaves the power on from first to last. */
  private readonly staysLive: boolean;
  /** By part, the moves that part it from the frame. */
  private readonly away: readonly (readonly number[])[];

  constructor(
    private readonly problem: Problem,
    private readonly start: State,
    private readonly plan: readonly Move[],
  ) {
    const { model } = problem;
    this.model = model;
    this.holds = holdsOf(model, start, plan);
    const dead = deadBy(problem, start, plan);
    this.staysLive = dead.some((set) => set.length === 0);
    this.dead = dead.length > 0 && !this.staysLive ? dead : undefined;
    this.away = model.partIds.map((_, p) => partings(model, plan, p, model.frame));
  }

  /** Whether a move may be made with the power on: it takes it off, or the guide says so. */
  isMeantLive(i: number): boolean {
    const { guide, partIds, jointIds } = this.model;
    const move = this.plan[i]!;
    if (this.dead?.some((set) => set.includes(i))) return true;
    return move.do === "release"
      ? guide.joints[jointIds[move.joint]!]!.beforePower === true
      : move.parts.every((p) => guide.parts[partIds[p]!]!.beforePower === true);
  }

  /** Whether the power could be taken off next, though the plan does not. */
  private couldDie(state: State): boolean {
    return this.model.cuts.some(
      ({ joint }) => !state.open[joint] && releaseBlock(this.problem, state, joint) === undefined,
    );
  }

  /** Whether the machine would be dead with what can be taken off at once: its latches, then its packs. */
  private comesOut(state: State): boolean {
    const { model, problem } = this;
    const { cuts } = model;
    if (cuts.every(({ battery }) => battery === undefined)) return false;
    let open = state;
    for (const { joint } of cuts) {
      if (open.open[joint]) continue;
      if (releaseBlock(problem, open, joint) !== undefined) return false;
      open = after(open, { do: "release", joint });
    }
    return cuts.every(({ battery }) => {
      if (battery === undefined) return true;
      const parts = groupOf(model, open, battery);
      return liftBlock(problem, open, parts) === undefined;
    });
  }

  isDead(done: Moves): boolean {
    return this.dead?.every((set) => set.some((k) => has(done, k))) ?? true;
  }

  /** Parts that lie loose in the frame, with these moves made. */
  looseAt(done: Moves): readonly number[] {
    const { model, plan, start } = this;
    const open = start.open.slice();
    for (const [i, move] of plan.entries()) {
      if (move.do === "release" && has(done, i)) open[move.joint] = 1;
    }
    const stack = start.stack.map((at, p) => (this.away[p]!.some((k) => has(done, k)) ? -1 : at));
    return looseIn(model, { open, stack });
  }

  /** Each breach of an order of the plan's moves, in the order in which they come. */
  breachesOf(
    order: readonly number[],
    leads: (move: number) => boolean,
    postureOf: (move: Move) => string | undefined,
  ): readonly Breach[] {
    const { model, plan } = this;
    const done = new Uint32Array(Math.ceil(plan.length / 32));
    const found: Breach[] = [];
    let posture: string | undefined;
    let state = this.start;
    for (const [at, i] of order.entries()) {
      const isLive = this.staysLive
        ? this.couldDie(state)
        : !this.isDead(done) && (!leads(i) || this.comesOut(state));
      state = after(state, plan[i]!);
      if (isLive && !this.isMeantLive(i)) {
        const shut = model.cuts.map(({ joint }) => joint);
        found.push({ rule: "live", at, joints: shut, parts: [] });
      }
      const closed = this.holds[i]!.filter((k) => !has(done, k));
      if (closed.length > 0) {
        const joints = closed.flatMap((k) => {
          const move = plan[k]!;
          return move.do === "release" ? [move.joint] : [];
        });
        found.push({ rule: "catch", at, joints, parts: [] });
      }
      const lies = postureOf(plan[i]!);
      if (lies !== undefined) {
        if (posture !== undefined && lies !== posture) {
          const move = plan[i]!;
          const held = move.do === "lift" ? move.parts : [];
          const parts = this.looseAt(done).filter((p) => !held.includes(p));
          if (parts.length > 0) found.push({ rule: "loose", at, joints: [], parts });
        }
        posture = lies;
      }
      done[i >> 5]! |= 1 << (i & 31);
    }
    return found;
  }
}

export function counted(breaches: readonly Breach[]): Breaches {
  const of = (rule: HandRule): number => breaches.filter((one) => one.rule === rule).length;
  return { live: of("live"), catch: of("catch"), loose: of("loose") };
}

/** By move that opens a joint, the moves that open what holds the same two sides more firmly. */
function holdsOf(
  model: Model,
  start: State,
  plan: readonly Move[],
): readonly (readonly number[])[] {
  const releaseOf = new Map<number, number>();
  for (const [i, move] of plan.entries()) if (move.do === "release") releaseOf.set(move.joint, i);
  const holds = plan.map(() => new Set<number>());
  const ranks = model.jointIds.map((id) => gripOf(model.guide.joints[id]!));
  const pair = (a: number, b: number): void => {
    const [first, then] = ranks[a]! < ranks[b]! ? [a, b] : [b, a];
    if (ranks[first] !== ranks[then]) holds[releaseOf.get(then)!]!.add(releaseOf.get(first)!);
  };
  const ranked = [...releaseOf.keys()].filter((j) => ranks[j] !== undefined);
  const shared = (a: number, b: number): number =>
    model.joins[a]!.filter((p) => model.joins[b]!.includes(p)).length;
  eachPair(ranked, (a, b) => shared(a, b) >= 2 && pair(a, b));
  let state = start;
  for (const move of plan) {
    if (move.do === "lift") {
      const group = new Set(move.parts);
      const outside = (j: number): number[] => model.joins[j]!.filter((p) => !group.has(p));
      const around = ranked.filter((j) => {
        const out = outside(j).length;
        return out > 0 && out < model.joins[j]!.length;
      });
      const before = state;
      eachPair(around, (a, b) => {
        const side = groupOf(model, before, outside(a)[0]!);
        if (outside(b).some((p) => side.includes(p))) pair(a, b);
      });
    }
    state = after(state, move);
  }
  return holds.map((set) => [...set].sort((a, b) => a - b));
}

function eachPair(list: readonly number[], visit: (a: number, b: number) => void): void {
  for (const [i, a] of list.entries()) for (const b of list.slice(i + 1)) visit(a, b);
}
