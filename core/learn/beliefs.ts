import { type Guide, type GuideJoint, type GuidePart, isWithin } from "../guide/index.ts";
import {
  after,
  closedMachine,
  type Model,
  modelOf,
  type Move,
  type State,
} from "../rules/index.ts";
import type { Draft } from "./draft.ts";
import type { Act, Claim } from "./log.ts";

/** Whether a claim holds: it does, it does not, or nobody knows. */
export const FREE = 1;
export const HOLDS = 2;
export const OPEN = 0;
type Verdict = typeof OPEN | typeof FREE | typeof HOLDS;

export type Source = "seen" | "said" | "decided";

/** What was seen of a claim and what was said of it, where the two are at odds. */
export interface Contradiction {
  readonly claim: Claim;
  readonly seen: boolean;
  readonly said: boolean;
}

/**
 * Every claim that could be made of a draft, and what is known of it. Things are numbered, parts first, then
 * joints, in the draft's order; a claim is a number below 2 × things².
 */
export class Beliefs {
  readonly model: Model;
  readonly things: number;
  /** A run of some machine did this. */
  readonly wasDone: Uint8Array;
  private readonly seen: Uint8Array;
  private readonly said: Uint8Array;
  private readonly decided: Uint8Array;
  /** Of claims that nothing is known of, how likely a picture makes them. */
  readonly hinted = new Set<number>();
  private readonly clauses: number[][] = [];

  constructor(readonly draft: Draft) {
    this.model = modelOf(bareGuide(draft, draft.parts));
    this.things = this.model.partIds.length + this.model.jointIds.length;
    const size = 2 * this.things * this.things;
    this.seen = new Uint8Array(size);
    this.said = new Uint8Array(size);
    this.decided = new Uint8Array(size);
    this.wasDone = new Uint8Array(this.things);
    this.leaveOut();
    for (const run of draft.runs) this.watch(run);
    this.listen();
  }

  /** The number of a claim; undefined when one of its things is not known. */
  numberOf({ how, first, then }: Claim): number | undefined {
    const [a, b] = [this.thing(first), this.thing(then)];
    if (a === undefined || b === undefined) return undefined;
    return this.key(how === "over" ? 0 : 1, a, b);
  }

  claimOf(key: number): Claim {
    const { things } = this;
    const how = key < things * things ? "over" : "first";
    return { how, first: this.idOf(this.firstOf(key)), then: this.idOf(key % things) };
  }

  firstOf = (key: number): number => Math.floor(key / this.things) % this.things;
  thenOf = (key: number): number => key % this.things;
  isOver = (key: number): boolean => key < this.things * this.things;
  key = (how: 0 | 1, first: number, then: number): number =>
    (how * this.things + first) * this.things + then;

  idOf(thing: number): string {
    const { partIds, jointIds } = this.model;
    return partIds[thing] ?? jointIds[thing - partIds.length]!;
  }

  thing(id: string): number | undefined {
    const joint = this.model.jointOf.get(id);
    return joint === undefined ? this.model.partOf.get(id) : this.model.partIds.length + joint;
  }

  of(key: number): Verdict {
    const found = this.decided[key]! || this.seen[key]! || this.said[key]!;
    return found as Verdict;
  }

  isOpen = (key: number): boolean => this.of(key) === OPEN;

  sourceOf(key: number): Source | undefined {
    if (this.decided[key]! > 0) return "decided";
    if (this.seen[key]! > 0) return "seen";
    return this.said[key]! > 0 ? "said" : undefined;
  }

  /** Claims of which one holds at least, though nobody knows which; what is known not to is left out. */
  get doubts(): readonly (readonly number[])[] {
    return this.clauses
      .filter((keys) => !keys.some((key) => this.of(key) === HOLDS))
      .map((keys) => keys.filter(this.isOpen))
      .filter((keys) => keys.length > 1);
  }

  get contradictions(): readonly Contradiction[] {
    const found: Contradiction[] = [];
    for (const [key, said] of this.said.entries()) {
      const seen = this.seen[key]!;
      if (said === 0 || seen === 0 || said === seen || this.decided[key]! > 0) continue;
      found.push({ claim: this.claimOf(key), seen: seen === HOLDS, said: said === HOLDS });
    }
    return found;
  }

  /** Claims that the rules of a guide do not know: a thing before itself, a part over what it is joined by. */
  private leaveOut(): void {
    const { things, model } = this;
    const n = model.partIds.length;
    for (let t = 0; t < things; t++) {
      this.seen[this.key(0, t, t)] = this.seen[this.key(1, t, t)] = FREE;
      for (let a = n; a < things; a++) this.seen[this.key(0, a, t)] = FREE;
    }
    for (const [j, parts] of model.joins.entries()) {
      for (const p of parts) this.seen[this.key(0, p, n + j)] = FREE;
      if (!model.permanent[j]) continue;
      for (let t = 0; t < things; t++) {
        for (const how of [0, 1] as const) this.seen[this.key(how, t, n + j)] = FREE;
        this.seen[this.key(1, n + j, t)] = FREE;
      }
    }
  }

  /** What one machine showed: what was done while something else was as it had been is not held by it. */
  private watch(run: readonly Act[]): void {
    const { model, draft } = this;
    const n = model.partIds.length;
    let state = closedMachine(model);
    /** Lifts since the last picture, each with the state before it. */
    let lifts: { readonly parts: readonly number[]; readonly before: State }[] = [];
    const marked = new Set<number>();
    const postures = new Set<string>();
    for (const act of run) {
      if (act.do === "view") {
        const shown = [...(draft.shown.get(act.view) ?? [])].map((id) => this.thing(id)!);
        const posture = draft.views[act.view]!.posture;
        for (const y of shown) {
          const isNew = !marked.has(y);
          marked.add(y);
          this.freeSeen(state, y);
          if (isNew && postures.has(posture)) this.bared(y, lifts);
        }
        postures.add(posture);
        lifts = [];
        continue;
      }
      const move = this.moveOf(act);
      const done = move.do === "release" ? [n + move.joint] : move.parts;
      const along = new Set(move.do === "lift" ? move.parts : []);
      for (const y of done) {
        this.wasDone[y] = 1;
        this.freeOver(state, y, along);
        for (let a = 0; a < this.things; a++) {
          if (a !== y && !isDone(state, n, a)) this.seen[this.key(1, a, y)] = FREE;
        }
      }
      if (move.do === "lift") lifts.push({ parts: move.parts, before: state });
      state = after(state, move);
    }
  }

  private moveOf(act: Exclude<Act, { readonly do: "view" }>): Move {
    const { partOf, jointOf } = this.model;
    return act.do === "release"
      ? { do: "release", joint: jointOf.get(act.joint)! }
      : { do: "lift", parts: act.parts.map((id) => partOf.get(id)!) };
  }

  /** Nothing that lies in place beside y, but what goes along with it, is over it. */
  private freeOver(state: State, y: number, along: ReadonlySet<number>): void {
    const stack = state.stack[this.groundOf(y)];
    for (const [x, s] of state.stack.entries()) {
      if (s === stack && x !== y && !along.has(x)) this.seen[this.key(0, x, y)] = FREE;
    }
  }

  /**
   * What can be seen can be reached: nothing that lies in place beside a joint is over it. A part may be seen and
   * have something on it all the same; what lies beside its outline is not over it.
   */
  private freeSeen(state: State, y: number): void {
    const { model } = this;
    const n = model.partIds.length;
    if (y >= n) return this.freeOver(state, y, new Set());
    for (const [x, s] of state.stack.entries()) {
      const isApart = s === state.stack[y] && x !== y && !model.below[x]!.includes(y);
      if (isApart && this.overlaps(x, y) === false) this.seen[this.key(0, x, y)] = FREE;
    }
  }

  /** Whether the outlines of two parts overlap, as seen from one side; undefined where the facts do not say. */
  private overlaps(a: number, b: number): boolean | undefined {
    const { parts } = this.draft;
    const [one, other] = [parts[this.idOf(a)]?.shape, parts[this.idOf(b)]?.shape];
    if (!one || !other) return undefined;
    if (postureOf(this.draft, one.view) !== postureOf(this.draft, other.view)) return undefined;
    return (
      one.x < other.x + other.w &&
      other.x < one.x + one.w &&
      one.y < other.y + other.h &&
      other.y < one.y + one.h
    );
  }

  /** The part whose stack says where a thing lies: the part itself, the host of a joint. */
  private groundOf(thing: number): number {
    const n = this.model.partIds.length;
    return thing < n ? thing : this.model.host[thing - n]!;
  }

  /**
   * A thing that no picture showed before. What left its stack since the last one, and whose outline it lies in,
   * may have hidden it; it did, when it is the only one that came away. One without an outline did, when nothing
   * else left.
   */
  private bared(
    y: number,
    lifts: readonly { readonly parts: readonly number[]; readonly before: State }[],
  ): void {
    const ground = this.groundOf(y);
    const left = lifts.flatMap(({ parts, before }) =>
      parts.includes(ground)
        ? []
        : parts.filter((x) => before.stack[x] === before.stack[ground] && x !== y),
    );
    const over = left.filter((x) => this.liesOver(x, y) === true);
    const maybe = left.filter((x) => this.liesOver(x, y) === undefined);
    for (const x of [...over, ...maybe]) this.hinted.add(this.key(0, x, y));
    const [only, ...others] = over.length > 0 ? over : maybe;
    if (only === undefined || others.length > 0 || lifts.length > 1) return;
    if (over.length === 1 || left.length === 1) this.seen[this.key(0, only, y)] ||= HOLDS;
  }

  /** Whether a thing lies within the outline of a part; undefined where the facts do not say. */
  liesOver(x: number, y: number): boolean | undefined {
    const { draft } = this;
    const shape = draft.parts[this.idOf(x)]?.shape;
    const places = placesOf(draft.parts[this.idOf(y)], draft.joints[this.idOf(y)]);
    if (!shape || places.length === 0) return undefined;
    const posture = postureOf(draft, shape.view);
    const alike = places.filter(({ view }) => postureOf(draft, view) === posture);
    if (alike.length === 0) return undefined;
    return alike.some((place) => isWithin(shape, place.x, place.y));
  }

  /** What was said, and what follows when all but one of the things a "no" was about are known to be free. */
  private listen(): void {
    const { draft, model } = this;
    for (const [p, below] of model.below.entries()) {
      for (const q of below) this.said[this.key(0, p, q)] = HOLDS;
    }
    const put = (claim: Claim, verdict: Verdict, where = this.said): void => {
      const key = this.numberOf(claim);
      if (key !== undefined) where[key] = verdict;
    };
    for (const claim of draft.said) put(claim, HOLDS);
    for (const { claims, answer, inTheWay = [] } of draft.answers) {
      if (answer === "yes") for (const claim of claims) put(claim, FREE);
      if (answer !== "no") continue;
      for (const claim of inTheWay) put(claim, HOLDS);
      if (inTheWay.length === 0) this.clauses.push(claims.map((claim) => this.numberOf(claim)!));
    }
    for (const { claim, holds } of draft.decided) put(claim, holds ? HOLDS : FREE, this.decided);
    this.deduce();
  }

  private deduce(): void {
    for (let isNews = true; isNews;) {
      isNews = false;
      for (const keys of this.clauses) {
        if (keys.some((key) => this.of(key) === HOLDS)) continue;
        const open = keys.filter(this.isOpen);
        if (open.length !== 1) continue;
        this.said[open[0]!] = HOLDS;
        isNews = true;
      }
    }
  }
}

const isDone = ({ open, lifted }: State, n: number, thing: number): boolean =>
  (thing < n ? lifted[thing] : open[thing - n]) === 1;

const postureOf = ({ views }: Draft, view: string): string => views[view]?.posture ?? view;

interface Place {
  readonly view: string;
  readonly x: number;
  readonly y: number;
}

/** Where a thing can be seen: the points of a joint, the middle of a part. */
function placesOf(part: GuidePart | undefined, joint: GuideJoint | undefined): readonly Place[] {
  if (joint) return joint.at ?? [];
  const shape = part?.shape;
  return shape ? [{ view: shape.view, x: shape.x + shape.w / 2, y: shape.y + shape.h / 2 }] : [];
}

/** The draft as a guide without any claim. */
export function bareGuide({ machine, views, joints }: Draft, parts: Guide["parts"]): Guide {
  return {
    format: "brisk-bench-guide",
    version: 1,
    ...machine,
    views,
    parts,
    joints,
    covers: [],
    orders: [],
  };
}
