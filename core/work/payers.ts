import type { Facts } from "./facts.ts";
import type { Layer } from "./layer.ts";
import { isWithin } from "./rows.ts";

/** Who pays for the lifts of the relaxed machine, and what that makes them take along. */
export class Payers {
  private readonly common: Uint32Array;
  private readonly along: Uint32Array;
  private readonly brought: Uint32Array;

  constructor(
    private readonly facts: Facts,
    /** What a lift surely takes, one row; and what no lift out of this depth can take, as far as is known. */
    private readonly kept: Uint32Array,
    private readonly stop: Uint32Array,
    /** Whether part d can be lifted out of a stack of this depth in a piece of which y is the dearest. */
    private readonly canLeaveWith: (depth: number, d: number, y: number) => boolean,
  ) {
    this.common = new Uint32Array(facts.W);
    this.along = new Uint32Array(facts.W);
    this.brought = new Uint32Array(facts.W);
  }

  /** The one part that d can leave the frame with when it does not pay; undefined for none or several. */
  only(allowed: Uint8Array, d: number): number | undefined {
    const { m, rank, dearest, links } = this.facts;
    let only: number | undefined;
    for (let i = 0; i < rank[d]!; i++) {
      const y = dearest[i]!;
      if (allowed[m + y] === 0 || !links.isLinked(d, y)) continue;
      if (!this.canLeaveWith(0, d, y)) continue;
      if (only !== undefined) return undefined;
      only = y;
    }
    return only;
  }

  /**
   * Adds to `kept`, what comes along with a lift by all means: for each part that does not pay, what every dearer
   * part that may pay for it would bring. False when there is none.
   */
  takes(allowed: Uint8Array, layer: Layer): boolean {
    const { kept, along } = this;
    const { W } = this.facts;
    along.set(kept);
    for (let w = 0; w < W; w++) {
      for (let bits = along[w]!; bits !== 0; bits &= bits - 1) {
        const d = w * 32 + 31 - Math.clz32(bits & -bits);
        if (allowed[layer.first + d] === 0 && !this.bringsPayer(allowed, layer, d)) return false;
      }
    }
    return true;
  }

  private bringsPayer(allowed: Uint8Array, layer: Layer, d: number): boolean {
    const { common, kept, brought } = this;
    const { W, links, rank, dearest } = this.facts;
    const { first } = layer;
    common.fill(0xffffffff);
    let any = false;
    for (let i = 0; i < rank[d]!; i++) {
      const y = dearest[i]!;
      if (allowed[first + y] === 0 || !links.isLinked(d, y)) continue;
      if (any && this.addsNothing(d, y)) continue;
      if (!this.brings(layer, d, y)) continue;
      if (any && isWithin(common, 0, brought, 0, W)) continue;
      if (!this.canLeaveWith(layer.depth, d, y)) continue;
      any = true;
      let isMore = false;
      for (let w = 0; w < W; w++) {
        common[w]! &= brought[w]!;
        if ((common[w]! & ~kept[w]!) !== 0) isMore = true;
      }
      if (!isMore) return true;
    }
    if (any) for (let w = 0; w < W; w++) kept[w]! |= common[w]!;
    return any;
  }

  /** Whether what links d and y has all that every other part that may pay for d brings. */
  private addsNothing(d: number, y: number): boolean {
    const { common, kept } = this;
    const between = this.facts.links.bridges(d, y);
    for (let w = 0; w < between.length; w++) {
      const own = y >> 5 === w ? 1 << (y & 31) : 0;
      if ((common[w]! & ~(between[w]! | kept[w]! | own)) !== 0) return false;
    }
    return true;
  }

  /** What a part that pays for d brings along, into `brought`; false when that cannot be lifted. */
  private brings(layer: Layer, d: number, y: number): boolean {
    const { brought, stop } = this;
    brought.fill(0);
    if (!layer.rise(y, brought, stop)) return false;
    const between = this.facts.links.bridges(d, y);
    for (let v = 0; v < between.length; v++) {
      for (let bits = between[v]!; bits !== 0; bits &= bits - 1) {
        if (!layer.rise(v * 32 + 31 - Math.clz32(bits & -bits), brought, stop)) return false;
      }
    }
    return true;
  }
}
