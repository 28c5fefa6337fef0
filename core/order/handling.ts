import { Heap } from "../base/heap.ts";
import { Meter } from "../base/meter.ts";
import { type Model, type Move, type Problem, type State, worksOf } from "../rules/index.ts";
import {
  alwaysBefore,
  has,
  type Moves,
  type Needs,
  NONE,
  setOf,
  SwitchBound,
} from "./handling-bound.ts";
import { handNeeds, leadsTo } from "./forced.ts";
import { type Breach, counted, HandRules } from "./hand-rules.ts";
import { requirementsOf } from "./requirements.ts";
import { Wholes } from "./wholes.ts";

export interface Handling {
  /** 0.2 × changes + 0.5 × turns. */
  readonly minutes: number;
  readonly changes: number;
  readonly turns: number;
}

export interface Ordered {
  readonly moves: readonly Move[];
  /** Whether no order of these moves goes less against hands, or as little with less handling. */
  readonly exact: boolean;
  /** Where the order goes against hands, since the facts leave no other. */
  readonly forced: readonly Breach[];
}

/** Nodes of the search of an order, before it is given up; looks for each move that is tried in one. */
const NODES = 20_000;
const MOVE_LOOKS = 4;
/** A node that minds what lies loose takes so many times as long. */
const MINDFUL = 10;
const CHANGE = 0.2;
const TURN = 0.5;
const EPSILON = 1e-9;
/** A turn with something loose: more than all handling of an order. */
const LOOSE = 1e4;
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
  readonly done: Moves;
  readonly left: number;
  readonly tool: number;
  readonly posture: number;
  readonly cost: number;
  readonly least: number;
  readonly last: Link | undefined;
}

/** The moves made so far, the last one first. */
interface Link {
  readonly move: number;
  readonly before: Link | undefined;
}

/**
 * An order of the moves of a legal plan, with the same work: one that goes least against hands (first nothing live,
 * then what holds before what catches, then nothing loose in a turn; see `HandRules`), and of those the one with the least
 * handling. What hands ask of the first two kinds binds as the rules do, but where that leaves no order (`handNeeds`).
 * A move that costs no change and no turn is made at once, but for a release inside a group that is still to be
 * lifted and that could pull it apart (see `Wholes`), or one that leaves something loose before a turn: it takes
 * nothing away from the others. Only changes and turns are branched on, one move for each tool and posture (the others
 * of its kind then follow at once), cheapest first. Past so many nodes, or when the meter is over, the deepest order is
 * finished greedily: `exact` is then false. Where it is over before the search can begin, the plan's own order stands.
 */
export function leastHandling(
  problem: Problem,
  start: State,
  plan: readonly Move[],
  meter = new Meter(Infinity),
  nodes = NODES,
): Ordered {
  const { model } = problem;
  const sets = requirementsOf(problem, start, plan);
  const hands = new HandRules(problem, start, plan);
  const leads = leadsTo(hands.dead, sets);
  const against = (order: readonly number[]): readonly Breach[] =>
    hands.breachesOf(
      order,
      (i) => leads.has(i),
      (move) => movePosture(model, move),
    );
  const asGiven = [...plan.keys()];
  const cost = (order: readonly number[]): readonly number[] => {
    const { live, catch: catches, loose } = counted(against(order));
    const moves = order.map((i) => plan[i]!);
    return [live, catches, loose, handlingOf(model, moves).minutes];
  };
  const found = orderFor(problem, start, plan, { hands, leads, sets, cost }, meter, nodes);
  const isBetter = found !== undefined && isNoMore(cost(found.order), cost(asGiven));
  const order = isBetter ? found.order : asGiven;
  return {
    moves: order.map((i) => plan[i]!),
    exact: found?.exact ?? false,
    forced: against(order),
  };
}

/** Whether a list is before another, or the same, by its first figure that differs. */
function isNoMore(a: readonly number[], b: readonly number[]): boolean {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at < 0 || a[at]! < b[at]!;
}

/** Where among the figures of an order its turns with something loose stand. */
const LOOSE_AT = 2;

interface Asked {
  readonly hands: HandRules;
  readonly leads: ReadonlySet<number>;
  readonly sets: ReturnType<typeof requirementsOf>;
  /** Live, catch and loose breaches, then minutes: what counts first stands first. */
  readonly cost: (order: readonly number[]) => readonly number[];
}

/** Undefined when the meter is over before it begins. */
function orderFor(
  problem: Problem,
  start: State,
  plan: readonly Move[],
  { hands, leads, sets, cost }: Asked,
  meter: Meter,
  nodes: number,
): { readonly order: readonly number[]; readonly exact: boolean } | undefined {
  if (meter.isOver) return undefined;
  const asked = handNeeds(sets, hands, leads, meter);
  const grounds = groundsOf(problem, start, plan, asked, hands, meter);
  if (!grounds) return undefined;
  const works = (order: readonly number[]): number =>
    worksOf(
      problem.model,
      start,
      order.map((i) => plan[i]!),
    ).reduce((sum, work) => sum + work, 0);
  const most = works([...plan.keys()]) + EPSILON;
  const isAsLittle = (one: { readonly order: readonly number[] }): boolean =>
    works(one.order) <= most;
  const found = new OrderSearch(problem, plan, grounds, meter, false).run(nodes);
  if ((!found || !isAsLittle(found)) && asked !== sets) {
    // A group that would not stay whole can leave no such order, or a dearer one: then by the rules alone.
    const bare = groundsOf(problem, start, plan, sets, hands, meter);
    const other = bare && new OrderSearch(problem, plan, bare, meter, false).run(nodes);
    return other && { ...other, exact: false };
  }
  // Where nothing lies loose in a turn, no order is better; else it is looked for with that in mind.
  if (!found || cost(found.order)[LOOSE_AT] === 0) return found;
  const mindful = new OrderSearch(problem, plan, grounds, meter, true).run(nodes / MINDFUL);
  const isBetter =
    mindful && isAsLittle(mindful) && isNoMore(cost(mindful.order), cost(found.order));
  return isBetter ? mindful : { ...found, exact: false };
}

/** What the search goes by. */
interface Grounds {
  readonly needs: readonly Needs[];
  readonly before: readonly Moves[];
  readonly wholes: Wholes;
  readonly hands: HandRules;
}

/** What the search of an order goes by; undefined when it is over before that is known. */
function groundsOf(
  problem: Problem,
  start: State,
  plan: readonly Move[],
  sets: ReturnType<typeof requirementsOf>,
  hands: HandRules,
  meter: Meter,
): Grounds | undefined {
  if (meter.isOver) return undefined;
  const needs = sets.map((own) => needsOf(own, plan.length));
  const before = alwaysBefore(needs, meter);
  if (meter.isOver) return undefined;
  const works = worksOf(problem.model, start, plan);
  const wholes = new Wholes(problem.model, start, plan, before, works);
  return { needs, before, wholes, hands };
}

class OrderSearch {
  private readonly size: number;
  private readonly words: number;
  /** For each move, the moves it needs: `words` words each. */
  private readonly needed: Uint32Array;
  /** For each move, sets of which it needs one each, one after the other. */
  private readonly anyOf: readonly Uint32Array[];
  private readonly tools: Int16Array;
  private readonly postures: Int16Array;
  /** Moves of one kind (tool, posture, power or not) have one number. */
  private readonly kinds: Int16Array;
  private readonly kindSeen: Uint8Array;
  private readonly wholes: Wholes;
  private readonly hands: HandRules;
  /** Whether the machine is ever turned, and what lies loose then is minded. */
  private readonly turnsOver: boolean;
  /** Moves that can leave something loose. */
  private readonly keeping: readonly boolean[];
  private readonly looseness = new Map<string, readonly number[]>();
  /** By move, what it lifts. */
  private readonly lifts: readonly (readonly number[] | undefined)[];
  private readonly changes: SwitchBound;
  private readonly turns: SwitchBound;
  private readonly isPower: readonly boolean[];
  private readonly powers: readonly number[];
  private readonly waiting = new Heap<Node>((a, b) => a.least - b.least || a.left - b.left);
  private readonly seen = new Map<string, Node[]>();

  constructor(
    { model }: Problem,
    plan: readonly Move[],
    { needs, before, wholes, hands }: Grounds,
    private readonly meter: Meter,
    mindsLoose: boolean,
  ) {
    this.size = plan.length;
    this.words = Math.ceil(plan.length / 32);
    this.wholes = wholes;
    this.hands = hands;
    this.lifts = plan.map((move) => (move.do === "lift" ? move.parts : undefined));
    this.needed = Uint32Array.from(needs.flatMap(({ all }) => [...all]));
    this.anyOf = needs.map(({ anyOf }) => Uint32Array.from(anyOf.flatMap((set) => [...set])));
    const tools = plan.map((move) => moveTool(model, move));
    const postures = plan.map((move) => movePosture(model, move));
    this.tools = numbered(tools);
    this.postures = numbered(postures);
    this.turnsOver = mindsLoose && new Set(postures.filter((lies) => lies !== undefined)).size > 1;
    this.keeping = plan.map((move) => move.do === "release" && model.keeps[move.joint]!);
    this.changes = new SwitchBound(this.tools, before);
    this.turns = new SwitchBound(this.postures, before);
    this.isPower = plan.map((move) => move.do === "release" && model.power[move.joint]!);
    this.powers = this.isPower.flatMap((is, i) => (is ? [i] : []));
    this.kinds = numbered(plan.map((_, i) => `${this.isPower[i]}|${tools[i]}|${postures[i]}`));
    this.kindSeen = new Uint8Array(plan.length);
  }

  /** Undefined where the moves have no order. */
  run(most: number): { readonly order: readonly number[]; readonly exact: boolean } | undefined {
    this.offer(
      this.settle({
        done: new Uint32Array(this.words),
        left: this.size,
        tool: NONE,
        posture: NONE,
        cost: 0,
        last: undefined,
      }),
    );
    let deepest = this.waiting.peek()!;
    let nodes = 0;
    for (let node = this.waiting.pop(); node; node = this.waiting.pop()) {
      if (node.left === 0) return { order: orderOf(node), exact: true };
      if (node.left < deepest.left) deepest = node;
      if (++nodes > most || this.meter.isOver) break;
      for (const i of this.choices(node)) this.offer(this.settle(this.step(node, i)));
    }
    const finished = this.finish(deepest);
    return finished && { order: orderOf(finished), exact: false };
  }

  /** Parts that lie loose. */
  private looseAt(done: Moves): readonly number[] {
    const key = keyOf(done);
    const known = this.looseness.get(key);
    if (known !== undefined) return known;
    this.meter.spend(this.size);
    const loose = this.hands.looseAt(done);
    this.looseness.set(key, loose);
    return loose;
  }

  /** Whether a move leaves something loose in a machine that may still be turned. */
  private loosens(done: Moves, i: number): boolean {
    if (!this.turnsOver || !this.keeping[i]) return false;
    const next = done.slice();
    next[i >> 5]! |= 1 << (i & 31);
    return this.looseAt(next).length > this.looseAt(done).length;
  }

  private canDo(done: Moves, i: number): boolean {
    const { words, needed } = this;
    if (has(done, i)) return false;
    for (let w = 0; w < words; w++) if ((needed[i * words + w]! & ~done[w]!) !== 0) return false;
    const sets = this.anyOf[i]!;
    for (let at = 0; at < sets.length; at += words) {
      let isMet = false;
      for (let w = 0; w < words; w++) if ((sets[at + w]! & done[w]!) !== 0) isMet = true;
      if (!isMet) return false;
    }
    return this.wholes.isHarmless(done, i);
  }

  /** One move that can be made for each tool and posture, and each that could harm a lift to come. */
  private choices({ done }: Node): readonly number[] {
    const found: number[] = [];
    this.kindSeen.fill(0);
    for (let i = 0; i < this.size; i++) {
      const isOwn = this.wholes.isContested(done, i) || this.loosens(done, i);
      if ((!isOwn && this.kindSeen[this.kinds[i]!] === 1) || !this.canDo(done, i)) continue;
      if (!isOwn) this.kindSeen[this.kinds[i]!] = 1;
      found.push(i);
    }
    return found;
  }

  /** Whether the battery could come off now: whatever else is done first makes it late. */
  private isPowerDue(done: Moves): boolean {
    return this.powers.some((k) => this.canDo(done, k));
  }

  private switchCost(node: Node, i: number): number {
    const changes = isSwitch(this.tools[i]!, node.tool) ? CHANGE : 0;
    if (!isSwitch(this.postures[i]!, node.posture)) return changes;
    // What a hand lifts in the same move it holds.
    const loose = this.looseAt(node.done).some((p) => !this.lifts[i]?.includes(p));
    return changes + TURN + (loose ? LOOSE : 0);
  }

  private step(node: Node, i: number): Omit<Node, "least"> {
    const done = node.done.slice();
    done[i >> 5]! |= 1 << (i & 31);
    const late = !this.isPower[i] && this.isPowerDue(node.done) ? LATE : 0;
    return {
      done,
      left: node.left - 1,
      tool: this.tools[i] === NONE ? node.tool : this.tools[i]!,
      posture: this.postures[i] === NONE ? node.posture : this.postures[i]!,
      cost: node.cost + this.switchCost(node, i) + late,
      last: { move: i, before: node.last },
    };
  }

  /** Makes every move that costs nothing now (into `done` itself), and says what is owed at least. */
  private settle({ done, left, tool, posture, cost, last }: Omit<Node, "least">): Node {
    let isDue = this.isPowerDue(done);
    for (let again = true; again;) {
      again = false;
      this.meter.spend(MOVE_LOOKS * this.size);
      for (let i = 0; i < this.size; i++) {
        if (this.tools[i] !== NONE && this.tools[i] !== tool) continue;
        if (this.postures[i] !== NONE && this.postures[i] !== posture) continue;
        if ((isDue && !this.isPower[i]) || !this.canDo(done, i)) continue;
        if (this.wholes.isContested(done, i) || this.loosens(done, i)) continue;
        done[i >> 5]! |= 1 << (i & 31);
        last = { move: i, before: last };
        left -= 1;
        isDue = this.isPowerDue(done);
        again = true;
      }
    }
    const owed = CHANGE * this.changes.least(done, tool) + TURN * this.turns.least(done, posture);
    return { done, left, tool, posture, cost, least: cost + owed, last };
  }

  private offer(node: Node): void {
    const key = keyOf(node.done);
    const loose = this.turnsOver && this.looseAt(node.done).length > 0;
    const alike = this.seen.get(key);
    if (alike?.some((by) => isDominated(node, by, loose))) return;
    if (alike) alike.push(node);
    else this.seen.set(key, [node]);
    this.waiting.push(node);
  }

  private finish(from: Node): Node | undefined {
    let node = from;
    while (node.left > 0) {
      const at = node;
      const [next] = [...this.choices(at)].sort(
        (a, b) => this.switchCost(at, a) - this.switchCost(at, b) || a - b,
      );
      if (next === undefined) return undefined;
      node = this.settle(this.step(at, next));
    }
    return node;
  }
}

/** Equal values with equal numbers, from 0 in the order they come; NONE for undefined. */
function numbered(values: readonly (string | undefined)[]): Int16Array {
  const known = [...new Set(values.filter((value) => value !== undefined))];
  return Int16Array.from(values, (value) => (value === undefined ? NONE : known.indexOf(value)));
}

function needsOf(sets: readonly (readonly number[])[], size: number): Needs {
  return {
    all: setOf(
      sets.flatMap((set) => (set.length === 1 ? set : [])),
      size,
    ),
    anyOf: sets.filter((set) => set.length !== 1).map((set) => setOf(set, size)),
  };
}

function orderOf(node: Node): readonly number[] {
  const order: number[] = [];
  for (let link = node.last; link; link = link.before) order.push(link.move);
  return order.reverse();
}

const isSwitch = (wanted: number, present: number): boolean =>
  wanted !== NONE && present !== NONE && wanted !== present;

function keyOf(done: Moves): string {
  let key = "";
  for (const word of done) key += String.fromCharCode(word & 0xffff, word >>> 16);
  return key;
}

/** From another node with the same moves done, at most one change and one turn away. */
function isDominated(node: Node, by: Node, loose: boolean): boolean {
  const change = by.tool === NONE || by.tool === node.tool ? 0 : CHANGE;
  const turn = by.posture === NONE || by.posture === node.posture ? 0 : TURN + (loose ? LOOSE : 0);
  return by.cost + change + turn <= node.cost + LATE / 2;
}
