import { beats, type Labour, type LabourFor, type Way, wayOf } from "./front.ts";
import type { Offer, Rates } from "./offers.ts";

/** A part of what is broken that nobody offers. */
export interface NotOffered {
  readonly type: "not-offered";
  readonly part: string;
}

/** The front, and how many choices were worked out to the cent for it. */
export interface Covered {
  readonly front: readonly Way[];
  readonly ways: number;
}

/**
 * All ways to have what is broken made good that no other way beats: none is cheaper (with its risk), sooner (late) and
 * safer. In a way every offer is needed: without it something broken would stay. Exact by branch and bound: parts are
 * covered one after the other, the one with the fewest offers first, and a choice is left as soon as what it costs, takes
 * and risks at best from there on is no better than a way that is known. The bound on labour is that of everything coming new;
 * on parts, of each that is left its cheapest share of an offer.
 */
export function coverFront(
  broken: readonly string[],
  offers: readonly Offer[],
  rates: Rates,
  labourFor: LabourFor,
): Covered | NotOffered {
  return new Search(broken, offers, rates, labourFor, false).run();
}

/** The cheapest way alone, with its risk. */
export function cheapestWay(
  broken: readonly string[],
  offers: readonly Offer[],
  rates: Rates,
  labourFor: LabourFor,
): Way | NotOffered {
  const covered = new Search(broken, offers, rates, labourFor, true).run();
  return "type" in covered ? covered : covered.front[0]!;
}

interface Piece {
  readonly offer: Offer;
  readonly bits: number;
  /** Its place among the suppliers. */
  readonly supplier: number;
  /** Its price for each broken part that it brings. */
  readonly share: number;
  /** It brings nothing but what is broken. */
  readonly isPlain: boolean;
}

/** One broken part: its bit, and who has it, the cheapest share first; the soonest and the safest of them. */
interface Wanted {
  readonly bit: number;
  readonly pieces: readonly Piece[];
  readonly late: number;
  readonly good: number;
}

class Search {
  private front: Way[] = [];
  private ways = 0;
  private readonly whole: number;
  private readonly seen = new Set<string>();
  private readonly labours = new Map<string, Labour>();
  private wanted: readonly Wanted[] = [];
  /** With tax, cents; of everything coming new. */
  private leastLabour = 0;
  private readonly chosen: Piece[] = [];
  private readonly parcels: number[];
  /** By what is covered, the choices that came to it. */
  private readonly partial = new Map<
    number,
    {
      readonly price: number;
      readonly late: number;
      readonly good: number;
      readonly parcels: readonly number[];
    }[]
  >();
  private readonly suppliers: readonly string[];

  constructor(
    private readonly broken: readonly string[],
    private readonly offers: readonly Offer[],
    private readonly rates: Rates,
    private readonly labourFor: LabourFor,
    private readonly isCheapest: boolean,
  ) {
    this.whole = 2 ** broken.length - 1;
    this.suppliers = [...new Set(offers.map(({ supplier }) => supplier))];
    this.parcels = this.suppliers.map(() => 0);
  }

  run(): Covered | NotOffered {
    const { broken, offers, rates } = this;
    const useful = offers.flatMap((offer) => this.piecesOf(offer));
    const missing = broken.find((part) => !useful.some(({ offer }) => offer.brings.includes(part)));
    if (missing !== undefined) return { type: "not-offered", part: missing };
    const kept = this.isCheapest ? useful : withoutBeaten(useful);
    this.wanted = broken
      .map((_, i) => {
        const pieces = kept.filter(({ bits }) => bits & (1 << i)).sort((a, b) => a.share - b.share);
        const late = Math.min(...pieces.map(({ offer }) => offer.late));
        const good = Math.max(...pieces.map(({ offer }) => 1 - offer.bad));
        return { bit: 1 << i, pieces, late, good };
      })
      .sort((a, b) => a.pieces.length - b.pieces.length);
    const brought = kept.flatMap(({ offer }) => offer.brings);
    const least = this.keptLabour([...new Set([...broken, ...brought])].sort());
    const hours = (least.minutes - least.above) / 60;
    this.leastLabour = hours * rates.hour * (1 + rates.tax);
    this.choose(0, 0, 0, 1);
    return { front: this.front, ways: this.ways };
  }

  private piecesOf(offer: Offer): readonly Piece[] {
    if (offer.stock === 0) return [];
    let [bits, parts] = [0, 0];
    for (const [i, part] of this.broken.entries()) {
      if (!offer.brings.includes(part)) continue;
      bits |= 1 << i;
      parts += 1;
    }
    if (parts === 0) return [];
    const supplier = this.suppliers.indexOf(offer.supplier);
    const isPlain = parts === offer.brings.length;
    return [{ offer, bits, supplier, share: offer.price / parts, isPlain }];
  }

  private readonly keptLabour: LabourFor = (brings) => {
    const key = brings.join();
    const there = this.labours.get(key);
    if (there !== undefined) return there;
    const made = this.labourFor(brings);
    this.labours.set(key, made);
    return made;
  };

  /** Goes on from what is chosen: what it covers, costs, how late it is and how safe. */
  private choose(covered: number, price: number, late: number, good: number): void {
    if (this.isHopeless(covered, price, late, good)) return;
    if (this.isMetBefore(covered, price, late, good)) return;
    if (covered === this.whole) return this.complete();
    const { pieces } = this.wanted.find(({ bit }) => (covered & bit) === 0)!;
    for (const piece of pieces) {
      const { offer, supplier, bits } = piece;
      const parcel = this.parcels[supplier]!;
      this.parcels[supplier] = Math.max(parcel, offer.carriage);
      this.chosen.push(piece);
      this.choose(
        covered | bits,
        price + offer.price,
        Math.max(late, offer.late),
        good * (1 - offer.bad),
      );
      this.chosen.pop();
      this.parcels[supplier] = parcel;
    }
  }

  /**
   * Whether the same parts were covered before by a choice that is as good in all: cheaper, parcel by parcel, no later, no
   * less safe. Only among choices that bring nothing else: what comes beside changes the labour.
   */
  private isMetBefore(covered: number, price: number, late: number, good: number): boolean {
    if (this.chosen.some(({ isPlain }) => !isPlain)) return false;
    let before = this.partial.get(covered);
    if (!before) this.partial.set(covered, (before = []));
    const parcels = this.parcels.slice();
    const isMet = before.some(
      (one) =>
        one.price <= price &&
        (this.isCheapest || (one.late <= late && one.good >= good - 1e-12)) &&
        one.parcels.every((parcel, supplier) => parcel <= parcels[supplier]!),
    );
    if (!isMet) before.push({ price, late, good, parcels });
    return isMet;
  }

  /** Whether a way that is known is at least as good as anything that can come from here. */
  private isHopeless(covered: number, price: number, late: number, good: number): boolean {
    if (this.front.length === 0) return false;
    let [parts, soonest, safest] = [price, late, 1];
    for (const { bit, pieces, late: least, good: best } of this.wanted) {
      if (covered & bit) continue;
      parts += pieces[0]!.share;
      soonest = Math.max(soonest, least);
      safest = Math.min(safest, best);
    }
    const carriage = this.parcels.reduce((sum, one) => sum + one, 0);
    const safe = good * safest;
    // What rounding by line can take away: half a cent a line.
    const lines = (this.broken.length + this.suppliers.length + 3) / 2;
    const least = (parts + carriage) * (1 + this.rates.tax) + this.leastLabour * (2 - safe) - lines;
    // The front is kept by price: the first that is dearer than what can come ends it.
    for (const way of this.front) {
      if (way.expected > least) return false;
      if (this.isCheapest || (way.late <= soonest && way.good >= safe - 1e-12)) return true;
    }
    return false;
  }

  private complete(): void {
    const { chosen, offers } = this;
    const isSpare = chosen.some(
      (one) =>
        chosen.reduce((bits, other) => (other === one ? bits : bits | other.bits), 0) ===
        this.whole,
    );
    if (isSpare) return;
    const list = offers.filter((offer) => chosen.some((one) => one.offer === offer));
    const key = list.map(({ id }) => id).join("\n");
    if (this.seen.has(key)) return;
    this.seen.add(key);
    this.ways += 1;
    this.take(wayOf(this.broken, list, this.rates, this.keptLabour));
  }

  /** A way joins the front where none there is as good in all; those that it beats leave. */
  private take(way: Way): void {
    if (this.isCheapest) {
      if (!this.front[0] || way.expected < this.front[0].expected) this.front = [way];
      return;
    }
    const isMet = this.front.some(
      (other) =>
        other.expected <= way.expected && other.late <= way.late && other.good >= way.good - 1e-12,
    );
    if (isMet) return;
    this.front = [...this.front.filter((other) => !beats(way, other)), way].sort(
      (a, b) => a.expected - b.expected || a.late - b.late || b.good - a.good,
    );
  }
}

/** Offers that another one beats in all that counts: same parts, from the same supplier, no dearer, no later, no worse. */
function withoutBeaten(pieces: readonly Piece[]): readonly Piece[] {
  const figures = ({ offer }: Piece) => [
    offer.price,
    offer.carriage,
    offer.late,
    offer.days,
    offer.bad,
  ];
  const isBeaten = (b: Piece, i: number): boolean =>
    pieces.some((a, k) => {
      const isAlike =
        k !== i &&
        a.supplier === b.supplier &&
        a.offer.brings.length === b.offer.brings.length &&
        a.offer.brings.every((part) => b.offer.brings.includes(part));
      if (!isAlike) return false;
      const [mine, theirs] = [figures(b), figures(a)];
      const isNoWorse = theirs.every((one, n) => one <= mine[n]!);
      return isNoWorse && (k < i || theirs.some((one, n) => one < mine[n]!));
    });
  return pieces.filter((piece, i) => !isBeaten(piece, i));
}
