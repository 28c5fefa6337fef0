import type { Model, State } from "../rules/index.ts";

/**
 * What may hold two parts in one piece once they are off the frame: carrying joints that are closed at
 * the start, but for those of the frame itself, which is never lifted.
 */
export class Links {
  private readonly words: number;
  /** By part, the lowest that is linked to it in any way. */
  private readonly cluster: Int16Array;
  private readonly rows = new Map<number, Uint32Array | undefined>();

  constructor(
    private readonly model: Model,
    private readonly start: State,
    /** A part's place among all, the dearest first. */
    private readonly rank: Int16Array,
  ) {
    this.words = Math.ceil(model.partIds.length / 32);
    this.cluster = new Int16Array(model.partIds.length).fill(-1);
    for (const p of model.partIds.keys()) {
      if (this.cluster[p] !== -1) continue;
      for (const q of this.reach(p, () => false).keys()) this.cluster[q] = p;
    }
  }

  /** Whether a part can lie in no piece but its own. */
  isAlone(p: number): boolean {
    return this.cluster.indexOf(this.cluster[p]!) === this.cluster.lastIndexOf(this.cluster[p]!);
  }

  /** Whether a part may lie in a piece of which a dearer one, y, is the dearest. */
  isLinked(d: number, y: number): boolean {
    return this.cluster[d] === this.cluster[y] && this.rowOf(d, y) !== undefined;
  }

  /** The parts without which nothing links the two, a bit each; ask `isLinked` first. */
  bridges(d: number, y: number): Uint32Array {
    return this.rowOf(d, y)!;
  }

  private rowOf(d: number, y: number): Uint32Array | undefined {
    const key = d < y ? d * this.model.partIds.length + y : y * this.model.partIds.length + d;
    if (!this.rows.has(key)) this.rows.set(key, this.bridgeRow(d, y));
    return this.rows.get(key);
  }

  private bridgeRow(d: number, y: number): Uint32Array | undefined {
    if (this.start.stack[d] !== this.start.stack[y]) return undefined;
    const isOut = (p: number): boolean => this.rank[p]! < this.rank[y]!;
    const from = this.reach(d, isOut);
    if (!from.has(y)) return undefined;
    const row = new Uint32Array(this.words);
    for (let p = from.get(y)!; p !== d; p = from.get(p)!) {
      const between = p;
      const isCutOff = !this.reach(d, (q) => q === between || isOut(q)).has(y);
      if (isCutOff) row[p >> 5]! |= 1 << (p & 31);
    }
    return row;
  }

  /** The parts linked to one without the frame and what is left out, each with the one before it. */
  private reach(from: number, isOut: (part: number) => boolean): ReadonlyMap<number, number> {
    const { model, start } = this;
    const before = new Map([[from, from]]);
    if (from === model.frame) return before;
    for (const p of before.keys()) {
      for (const j of model.jointsOfPart[p]!) {
        if (start.open[j] || !model.carries[j]) continue;
        const joins = model.joins[j]!;
        if (joins.includes(model.frame) || joins.some(isOut)) continue;
        for (const q of joins) if (!before.has(q)) before.set(q, p);
      }
    }
    return before;
  }
}
