import type { Model } from "../rules/index.ts";
import type { Meter } from "../base/meter.ts";
import type { Facts } from "./facts.ts";
import { hasBit } from "./rows.ts";

/** Two parts that stay together as long as one of them is on the frame. */
export type Glue = readonly [number, number];

/** The machine as the lifts out of stacks of one depth see it. */
export class Layer {
  /** Joints that were opened while their host lay no deeper. */
  readonly open: Uint8Array;
  /** By part, a row of those that were parted from it while it lay no deeper; only as far as it heeds them. */
  readonly away: Uint32Array;
  /** Parts that can lie at this depth, one row. */
  readonly here: Uint32Array;
  /** By part, a row of those it was lifted away from at this depth. */
  readonly left: Uint32Array;
  /** By part, the part that stands for its component. */
  readonly root: Int16Array;
  /** By component, a row of its parts. */
  readonly held: Uint32Array;
  /** The element of part 0 that pays for lifts out of this depth. */
  readonly first: number;
  /** Whether components have to be worked out anew, and lifts be tried anew. */
  isStale = true;
  isUntried = true;
  private glues: readonly Glue[] = [];
  private readonly waiting: Int16Array;

  constructor(
    private readonly facts: Facts,
    readonly depth: number,
    open: Uint8Array,
    private readonly meter: Meter,
  ) {
    const { n, m, W } = facts;
    this.open = open.slice();
    this.away = new Uint32Array(n * W);
    this.here = new Uint32Array(W);
    this.left = new Uint32Array(n * W);
    this.root = new Int16Array(n);
    this.held = new Uint32Array(n * W);
    this.first = m + depth * n;
    this.waiting = new Int16Array(n);
  }

  /** Works out components, if any joint has been opened since. */
  refresh(glues: readonly Glue[]): void {
    if (!this.isStale) return;
    this.glues = glues;
    this.components(glues);
    this.isStale = false;
  }

  private components(glues: readonly Glue[]): void {
    const { root, open } = this;
    const { pairs, n } = this.facts;
    this.meter.spend(n + pairs.length);
    for (let p = 0; p < n; p++) root[p] = p;
    for (let i = 0; i < pairs.length; i += 3) {
      if (open[pairs[i]!] === 0) root[find(root, pairs[i + 2]!)] = find(root, pairs[i + 1]!);
    }
    for (let i = 0; i < glues.length; i++) {
      root[find(root, glues[i]![1])] = find(root, glues[i]![0]);
    }
    for (let p = 0; p < n; p++) root[p] = find(root, p);
    this.holdAll();
  }

  private holdAll(): void {
    const { root, held } = this;
    const { n, W } = this.facts;
    held.fill(0);
    for (let p = 0; p < n; p++) held[root[p]! * W + (p >> 5)]! |= 1 << (p & 31);
  }

  /**
   * Adds to a row what must come along, by now, when the component of part p is lifted: the component, and for
   * each part the components of those that are over it and not away. False as soon as one is met that must
   * not be lifted (`stop`, a row).
   */
  rise(p: number, row: Uint32Array, stop: Uint32Array): boolean {
    const { root, held, away, waiting } = this;
    const { W } = this.facts;
    const { from, word, mask } = this.facts.over;
    if (hasBit(row, W, 0, p)) return true;
    if (!this.take(root[p]!, row, stop)) return false;
    let last = 0;
    waiting[last++] = root[p]!;
    while (last > 0) {
      const c = waiting[--last]!;
      this.meter.spend(8 * W);
      for (let v = 0; v < W; v++) {
        for (let parts = held[c * W + v]!; parts !== 0; parts &= parts - 1) {
          const q = v * 32 + 31 - Math.clz32(parts & -parts);
          for (let i = from[q]!; i < from[q + 1]!; i++) {
            const w = word[i]!;
            let more = mask[i]! & ~away[q * W + w]! & ~row[w]!;
            if ((more & stop[w]!) !== 0) return false;
            while (more !== 0) {
              const d = root[w * 32 + 31 - Math.clz32(more & -more)]!;
              waiting[last++] = d;
              if (!this.take(d, row, stop)) return false;
              more &= ~row[w]!;
            }
          }
        }
      }
      for (const [d, y] of this.glues) {
        if (root[d] !== c || !this.facts.links.isLinked(d, y)) continue;
        const between = this.facts.links.bridges(d, y);
        for (let w = 0; w < W; w++) {
          for (let bits = between[w]! & ~row[w]!; bits !== 0; bits = between[w]! & ~row[w]!) {
            const other = root[w * 32 + 31 - Math.clz32(bits & -bits)]!;
            waiting[last++] = other;
            if (!this.take(other, row, stop)) return false;
          }
        }
      }
    }
    return true;
  }

  private take(c: number, row: Uint32Array, stop: Uint32Array): boolean {
    const { held } = this;
    const { W } = this.facts;
    for (let w = 0; w < W; w++) {
      const word = held[c * W + w]!;
      if ((word & stop[w]!) !== 0) return false;
      row[w]! |= word;
    }
    return true;
  }

  /** The component that holds the frame, at its depth: it is never lifted. */
  get frameRoot(): number {
    return this.depth === 0 ? this.root[this.facts.frame]! : -1;
  }

  /**
   * Whether it changes anything when component c is lifted and leaves what is not in a row: it
   * leaves a part behind that minds it or that it minds, or was never lifted out of such a stack
   * (`isNew`) and leaves any.
   */
  isNews(c: number, row: Uint32Array, at: number, isNew: boolean): boolean {
    const { W } = this.facts;
    const { here, left, held } = this;
    const { from, word, mask } = this.facts.minds;
    for (let w = 0; isNew && w < W; w++) {
      if ((here[w]! & ~row[at + w]! & ~left[c * W + w]!) !== 0) return true;
    }
    for (let v = 0; v < W; v++) {
      for (let bits = held[c * W + v]!; bits !== 0; bits &= bits - 1) {
        const p = v * 32 + 31 - Math.clz32(bits & -bits);
        for (let i = from[p]!; i < from[p + 1]!; i++) {
          const w = word[i]!;
          if ((here[w]! & mask[i]! & ~row[at + w]! & ~left[p * W + w]!) !== 0) return true;
        }
      }
    }
    return false;
  }

  /** Whether closed carrying joints hold part d in one piece with one that is dearer than y. */
  isOutweighed(model: Model, d: number, y: number): boolean {
    const { rank } = this.facts;
    const piece = new Set([d, y]);
    for (const p of piece) {
      if (rank[p]! < rank[y]!) return true;
      for (const j of model.jointsOfPart[p]!) {
        if (this.open[j] === 0 && model.carries[j]) for (const q of model.joins[j]!) piece.add(q);
      }
    }
    return false;
  }

  /** Whether this part stands for a component that can lie here and be lifted. */
  isLiftable(c: number): boolean {
    return this.root[c] === c && c !== this.frameRoot && hasBit(this.here, this.facts.W, 0, c);
  }
}

function find(root: Int16Array, p: number): number {
  while (root[p] !== p) p = root[p] = root[root[p]!]!;
  return p;
}
