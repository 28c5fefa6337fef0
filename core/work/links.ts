import type { Model, State } from "../rules/index.ts";

/** A walk over all parts that are linked to one, itself the first: by part, when it was met and from where. */
interface Walk {
  readonly met: Int16Array;
  readonly from: Int16Array;
  /** By part, the earliest met that it is linked to by a way that does not go back. */
  readonly low: Int16Array;
}

/**
 * What may hold two parts in one piece once they are off the frame: carrying joints that are closed at
 * the start, but for those of the frame itself, which is never lifted.
 */
export class Links {
  private readonly words: number;
  /** By part, those it is linked to, each with the rank of the dearest part that the joint would bring. */
  private readonly neighbours: readonly (readonly (readonly [part: number, rank: number])[])[];
  private readonly walks = new Map<number, Walk>();
  private readonly rows = new Map<number, Uint32Array>();

  constructor(
    model: Model,
    start: State,
    /** A part's place among all, the dearest first. */
    private readonly rank: Int16Array,
  ) {
    this.words = Math.ceil(model.partIds.length / 32);
    const near = model.partIds.map(() => new Map<number, number>());
    for (const [j, joins] of model.joins.entries()) {
      if (start.open[j] || !model.carries[j] || joins.includes(model.frame)) continue;
      const dearest = Math.min(...joins.map((p) => rank[p]!));
      for (const p of joins) {
        for (const q of joins) {
          if (p !== q) near[p]!.set(q, Math.max(dearest, near[p]!.get(q) ?? 0));
        }
      }
    }
    this.neighbours = near.map((map) => [...map]);
  }

  /** Whether a part can lie in no piece but its own. */
  isAlone(p: number): boolean {
    return this.neighbours[p]!.length === 0;
  }

  /** Whether a part may lie in a piece of which a dearer one, y, is the dearest. */
  isLinked(d: number, y: number): boolean {
    if (this.neighbours[d]!.length === 0 || this.neighbours[y]!.length === 0) return false;
    return this.walkOf(y).met[d] !== -1;
  }

  /** The parts without which nothing links the two, a bit each; ask `isLinked` first. */
  bridges(d: number, y: number): Uint32Array {
    const key = d * this.rank.length + y;
    let row = this.rows.get(key);
    if (!row) this.rows.set(key, (row = this.rowOf(d, y)));
    return row;
  }

  /** On the way back to y: what the part before it is linked past only by going through it. */
  private rowOf(d: number, y: number): Uint32Array {
    const { met, from, low } = this.walkOf(y);
    const row = new Uint32Array(this.words);
    for (let child = d, p = from[d]!; p !== y && child !== y; child = p, p = from[p]!) {
      if (low[child]! >= met[p]!) row[p >> 5]! |= 1 << (p & 31);
    }
    return row;
  }

  /** Depth first from y over parts that are no dearer (R. Tarjan's low points, 1972). */
  private walkOf(y: number): Walk {
    const known = this.walks.get(y);
    if (known) return known;
    const n = this.rank.length;
    const walk: Walk = {
      met: new Int16Array(n).fill(-1),
      from: new Int16Array(n).fill(-1),
      low: new Int16Array(n),
    };
    this.walks.set(y, walk);
    const { met, from, low } = walk;
    const next = new Int16Array(n);
    const way = [y];
    let count = 0;
    met[y] = low[y] = count++;
    while (way.length > 0) {
      const p = way.at(-1)!;
      const link = this.neighbours[p]![next[p]!++];
      if (link === undefined) {
        way.pop();
        if (p !== y) low[from[p]!] = Math.min(low[from[p]!]!, low[p]!);
        continue;
      }
      const [q, dearest] = link;
      if (dearest < this.rank[y]!) continue;
      if (met[q] !== -1) {
        if (q !== from[p]) low[p] = Math.min(low[p]!, met[q]!);
      } else {
        met[q] = low[q] = count++;
        from[q] = p;
        way.push(q);
      }
    }
    return walk;
  }
}
