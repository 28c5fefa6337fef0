import type { Offer, Rates } from "./offers.ts";

/** One way to have all that is broken made good. Money in cents. */
export interface Way {
  /** Offers that are bought, in the order of the list. */
  readonly offers: readonly string[];
  /** Parts that come new with them. */
  readonly brings: readonly string[];
  readonly parts: number;
  readonly carriage: number;
  /** Labour of exactly this choice at the middle of its minutes, and what a bad part is expected to add. */
  readonly labour: number;
  readonly risk: number;
  readonly tax: number;
  /** All of it, as the customer pays it if nothing goes wrong, and with the risk. */
  readonly price: number;
  readonly expected: number;
  /** Until the last of it is here: likeliest, and late. */
  readonly days: number;
  readonly late: number;
  /** How likely everything that comes is good. */
  readonly good: number;
  /** Minutes at the bench, and how far they may be above the least (0: they are shown to be the least). */
  readonly minutes: number;
  readonly above: number;
}

/** Minutes at the bench, and how far they may be above the least. */
export interface Labour {
  readonly minutes: number;
  readonly above: number;
}

/** The labour of the job when these parts come new. The same set is asked for again and again. */
export type LabourFor = (brings: readonly string[]) => Labour;

/** The one rounding rule: half a cent and more is a cent, for each line by itself. */
export const toCents = (amount: number): number => Math.floor(amount + 0.5 + 1e-9);

/**
 * What a choice comes to. Offers of one supplier come in one parcel: its dearest carriage is paid once. A bad part costs
 * the labour a second time. Tax is on every line, rounded by line.
 */
export function wayOf(
  broken: readonly string[],
  offers: readonly Offer[],
  rates: Rates,
  labourFor: LabourFor,
): Way {
  const brings = [...new Set(offers.flatMap((offer) => offer.brings))].sort();
  const carriages = new Map<string, number>();
  for (const { supplier, carriage } of offers) {
    carriages.set(supplier, Math.max(carriages.get(supplier) ?? 0, carriage));
  }
  const { minutes, above } = labourFor([...new Set([...broken, ...brings])].sort());
  const labour = toCents((minutes / 60) * rates.hour);
  const good = offers.reduce((p, { bad }) => p * (1 - bad), 1);
  const parts = offers.reduce((sum, { price }) => sum + price, 0);
  const carriage = [...carriages.values()].reduce((sum, one) => sum + one, 0);
  const lines = [...offers.map(({ price }) => price), ...carriages.values(), labour];
  const tax = lines.reduce((sum, line) => sum + toCents(line * rates.tax), 0);
  const risk = toCents((1 - good) * labour * (1 + rates.tax));
  const price = parts + carriage + labour + tax;
  return {
    offers: offers.map(({ id }) => id),
    brings,
    parts,
    carriage,
    labour,
    risk,
    tax,
    price,
    expected: price + risk,
    days: Math.max(0, ...offers.map(({ days }) => days)),
    late: Math.max(0, ...offers.map(({ late }) => late)),
    good,
    minutes,
    above,
  };
}

/** Whether one way is at least as cheap, as soon and as safe as another, and better in one of them. */
export function beats(a: Way, b: Way): boolean {
  const isNoWorse = a.expected <= b.expected && a.late <= b.late && a.good >= b.good - 1e-12;
  return isNoWorse && (a.expected < b.expected || a.late < b.late || a.good > b.good + 1e-12);
}
