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
  /** By component, its parts; and what must come along when it is lifted, itself included. */
  readonly held: Uint32Array;
  readonly up: Uint32Array;
  /** The element of part 0 that pays for lifts out of this depth. */
  readonly first: number;
  /** Whether components have to be worked out anew, and lifts be tried anew. */
  isStale = true;
  isUntried = true;
  private readonly pulls: Uint8Array;
  private readonly pulled: Uint32Array;

  constructor(
    private readonly facts: Facts,
    readonly depth: number,
    open: Uint8Array,
  ) {
    const { n, m, W } = facts;
    this.open = open.slice();
    this.away = new Uint32Array(n * W);
    this.here = new Uint32Array(W);
    this.left = new Uint32Array(n * W);
    this.root = new Int16Array(n);
    this.held = new Uint32Array(n * W);
    this.up = new Uint32Array(n * W);
    this.first = m + depth * n;
    this.pulls = new Uint8Array(n);
    this.pulled = new Uint32Array(W);
  }

  /** Works out components and what comes along with each, if anything has changed since. */
  refresh(glues: readonly Glue[]): void {
    if (!this.isStale) return;
    this.components(glues);
    this.closeUpward(glues);
    this.isStale = false;
  }

  private components(glues: readonly Glue[]): void {
    const { root, open } = this;
    const { pairs, n } = this.facts;
    for (let p = 0; p < n; p++) root[p] = p;
    for (let i = 0; i < pairs.length; i += 3) {
      if (open[pairs[i]!] === 0) root[find(root, pairs[i + 2]!)] = find(root, pairs[i + 1]!);
    }
    for (let i = 0; i < glues.length; i++) {
      root[find(root, glues[i]![1])] = find(root, glues[i]![0]);
    }
    for (let p = 0; p < n; p++) root[p] = find(root, p);
  }

  private closeUpward(glues: readonly Glue[]): void {
    const { root, held, up, away, pulls } = this;
    const { n, W, links } = this.facts;
    const { from, word, mask } = this.facts.over;
    held.fill(0);
    up.fill(0);
    pulls.fill(0);
    for (let p = 0; p < n; p++) {
      const r = root[p]! * W;
      held[r + (p >> 5)]! |= 1 << (p & 31);
      for (let i = from[p]!; i < from[p + 1]!; i++) {
        const w = word[i]!;
        const bits = mask[i]! & ~away[p * W + w]!;
        if (bits === 0) continue;
        up[r + w]! |= bits;
        pulls[root[p]!] = 1;
      }
    }
    for (const [d, y] of glues) {
      if (!links.isLinked(d, y)) continue;
      const between = links.bridges(d, y);
      pulls[root[d]!] = 1;
      for (let w = 0; w < W; w++) up[root[d]! * W + w]! |= between[w]!;
    }
    const frame = this.frameRoot;
    for (let c = 0; c < n; c++) if (pulls[c] === 1 && c !== frame) this.pullInto(c);
    for (let c = 0; c < n * W; c++) up[c]! |= held[c]!;
  }

  /** The component that holds the frame, at its depth: it is never lifted. */
  get frameRoot(): number {
    return this.depth === 0 ? this.root[this.facts.frame]! : -1;
  }

  /** Adds to up[c] the components of its parts and what those pull along, each component once. */
  private pullInto(c: number): void {
    const { root, held, up, pulled } = this;
    const { W } = this.facts;
    for (let w = 0; w < W; w++) pulled[w] = held[c * W + w]!;
    for (let w = 0; w < W; w++) {
      const bits = up[c * W + w]! & ~pulled[w]!;
      if (bits === 0) continue;
      const d = root[w * 32 + 31 - Math.clz32(bits & -bits)]! * W;
      let back = w;
      for (let v = 0; v < W; v++) {
        up[c * W + v]! |= held[d + v]! | up[d + v]!;
        pulled[v]! |= held[d + v]!;
        if (v < back && (up[c * W + v]! & ~pulled[v]!) !== 0) back = v;
      }
      w = back - 1;
    }
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

  /** Whether this part stands for a component that can lie here and be lifted. */
  isLiftable(c: number): boolean {
    return this.root[c] === c && c !== this.frameRoot && hasBit(this.here, this.facts.W, 0, c);
  }
}

function find(root: Int16Array, p: number): number {
  while (root[p] !== p) p = root[p] = root[root[p]!]!;
  return p;
}
