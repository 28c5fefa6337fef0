import type { Model, Problem, State } from "../rules/index.ts";
import { DEPTHS, liftElement, partCost } from "./elements.ts";
import { Links } from "./links.ts";
import { rowsOf, type Sparse, sparse } from "./rows.ts";

/** What the relaxed machine looks up, as flat arrays; nothing in it changes. */
export interface Facts {
  /** Parts, joints, words to a row of parts, elements in all. */
  readonly n: number;
  readonly m: number;
  readonly W: number;
  readonly size: number;
  readonly cost: Float64Array;
  readonly dearest: readonly number[];
  readonly rank: Int16Array;
  /** Parts, those that lie on the most others first. */
  readonly topFirst: Int16Array;
  readonly usable: readonly number[];
  readonly frame: number;
  readonly links: Links;
  /** By part, the parts over it (see `oversOf`); by joint likewise. */
  readonly over: Sparse;
  readonly overPart: Uint32Array;
  readonly overJoint: Uint32Array;
  /** By part, those for which it counts whether that part is away from them; and that both ways. */
  readonly heeds: Sparse;
  readonly minds: Sparse;
  /** Rigid pairs, three numbers each: a joint, its first part, another of its parts. */
  readonly pairs: Int16Array;
  readonly host: Int16Array;
  readonly afterPower: Uint8Array;
  readonly permanent: Uint8Array;
  readonly esd: Uint8Array;
  readonly isOrdered: Uint8Array;
  readonly isOrderedPart: Uint8Array;
}

export function factsOf(problem: Problem, start: State): Facts {
  const { model } = problem;
  const n = model.partIds.length;
  const m = model.jointIds.length;
  const W = Math.ceil(n / 32);
  const size = liftElement(problem, DEPTHS, 0);
  const dearest = [...model.partIds.keys()].sort(
    (a, b) => partCost(problem, b) - partCost(problem, a) || a - b,
  );
  const rank = new Int16Array(n);
  dearest.forEach((p, at) => (rank[p] = at));
  const over = oversOf(model);
  const heeds = heedsOf(problem, over);
  return {
    n,
    m,
    W,
    size,
    cost: Float64Array.from({ length: size }, (_, e) =>
      e < m ? model.jointCost[e]! : partCost(problem, (e - m) % n),
    ),
    dearest,
    rank,
    topFirst: Int16Array.from(
      [...model.partIds.keys()].sort((a, b) => model.below[b]!.length - model.below[a]!.length),
    ),
    usable: Array.from({ length: size }, (_, e) => e).filter((e) =>
      e < m ? !model.permanent[e] && !start.open[e] : (e - m) % n !== model.frame,
    ),
    frame: model.frame,
    links: new Links(model, start, rank),
    over: sparse(over),
    overPart: rowsOf(over, W),
    overJoint: rowsOf(model.overJoint, W),
    heeds: sparse(heeds),
    minds: sparse(bothWays(heeds)),
    pairs: rigidPairs(model),
    host: Int16Array.from(model.host),
    afterPower: Uint8Array.from(model.afterPower, Number),
    permanent: Uint8Array.from(model.permanent, Number),
    esd: Uint8Array.from(model.esd, Number),
    isOrdered: Uint8Array.from(problem.beforeJoint, (list) => (list.length > 0 ? 1 : 0)),
    isOrderedPart: Uint8Array.from(problem.beforePart, (list) => (list.length > 0 ? 1 : 0)),
  };
}

const rigidPairs = ({ joins, rigid }: Model): Int16Array =>
  Int16Array.from(
    joins.flatMap(([first, ...rest], j) => (rigid[j] ? rest.flatMap((p) => [j, first!, p]) : [])),
  );

/**
 * By part, those over it: what covers it, and what lies on it itself. What lies further up the chain is
 * away when that is, since no lift takes a part from under it.
 */
const oversOf = (model: Model): readonly (readonly number[])[] =>
  model.overPart.map((list, p) =>
    list.filter((x) => model.below[x]![0] === p || !model.below[x]!.includes(p)),
  );

function heedsOf(
  { model, goal }: Problem,
  over: readonly (readonly number[])[],
): readonly (readonly number[])[] {
  const heeding = model.partIds.map(() => new Set<number>());
  for (const [q, list] of over.entries()) for (const p of list) heeding[p]!.add(q);
  for (const [j, list] of model.overJoint.entries()) {
    for (const p of list) heeding[p]!.add(model.host[j]!);
  }
  for (const { battery, partedFrom } of model.cuts) {
    for (const p of partedFrom) heeding[p]!.add(battery!);
  }
  for (const { parts } of goal.units) {
    for (const q of parts) for (const list of heeding) list.add(q);
  }
  return heeding.map((list) => [...list]);
}

function bothWays(lists: readonly (readonly number[])[]): readonly (readonly number[])[] {
  const both = lists.map((list) => new Set(list));
  for (const [p, list] of lists.entries()) for (const q of list) both[q]!.add(p);
  return both.map((set) => [...set]);
}
