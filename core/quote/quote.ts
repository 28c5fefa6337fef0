import { CAREFUL_UNDER } from "../plan/index.ts";
import { toCents, type Way } from "../price/index.ts";
import type { FoundOffer } from "../supply/index.ts";

/** What the shop reckons a quote by. Money in cents, rates as shares, days whole. */
export interface QuoteRates {
  /** For an hour of labour. */
  readonly hour: number;
  readonly tax: number;
  /** What finding out costs, before tax: owed after a no, part of the price after a yes. */
  readonly finding: number;
  /** Share of the parts that is asked for before they are ordered. */
  readonly deposit: number;
  /** So many days a quote holds. */
  readonly holds: number;
  /** Above this share of what the machine is worth a repair is hardly worth it. */
  readonly worth: number;
  /** Days of warranty on the work and what was put in. */
  readonly warranty: number;
  /** Dearer by less than so many minutes, the careful way is taken by itself. */
  readonly careful: number;
}

export const USUAL_RATES: QuoteRates = {
  hour: 6000,
  tax: 0.2,
  finding: 3000,
  deposit: 0.5,
  holds: 14,
  worth: 0.5,
  warranty: 180,
  careful: CAREFUL_UNDER,
};

const share = { type: "number", minimum: 0, maximum: 1 };
const cents = { type: "integer", minimum: 0, maximum: 100_000_000 };
const days = { type: "integer", minimum: 0, maximum: 3650 };

export const quoteRatesSchema = {
  type: "object",
  required: ["hour", "tax", "finding", "deposit", "holds", "worth", "warranty", "careful"],
  properties: {
    hour: cents,
    tax: share,
    finding: cents,
    deposit: share,
    holds: days,
    worth: { type: "number", minimum: 0.05, maximum: 5 },
    warranty: days,
    careful: { type: "number", minimum: 0, maximum: 60 },
  },
  additionalProperties: false,
};

export const LINE_KINDS = ["part", "carriage", "labour", "finding"] as const;

/** A line of a quote: its price before tax, and the tax on it, rounded by line. Cents. */
export interface QuoteLine {
  readonly kind: (typeof LINE_KINDS)[number];
  readonly name: string;
  readonly net: number;
  readonly tax: number;
}

/** A quote as it was given: it never changes; another one is another number. */
export interface Quote {
  readonly offers: readonly FoundOffer[];
  /** Parts that are new with it. */
  readonly brings: readonly string[];
  readonly lines: readonly QuoteLine[];
  readonly net: number;
  readonly tax: number;
  readonly total: number;
  /** Asked for before anything is ordered. */
  readonly deposit: number;
  /** Minutes at the bench, and what they hardly exceed (one job in five does). */
  readonly minutes: number;
  readonly atMost: number;
  /** How far the minutes may be above the least, where that was not shown. */
  readonly above?: number;
  /** Days until the last part is here: likeliest and late. */
  readonly days: number;
  readonly late: number;
  /** How likely all that comes is good. */
  readonly good: number;
  /** ISO day until which it holds. */
  readonly until: string;
  /** What the machine is worth, if that was said. Cents. */
  readonly worth?: number;
  /** Warranty seals that the work breaks, by name. */
  readonly seals?: readonly string[];
}

const text = { type: "string", maxLength: 200 };
const quoteLine = {
  type: "object",
  required: ["kind", "name", "net", "tax"],
  properties: { kind: { enum: [...LINE_KINDS] }, name: text, net: cents, tax: cents },
};
const number = { type: "number", minimum: 0 };

export const quoteSchema = {
  type: "object",
  required: [
    "offers",
    "brings",
    "lines",
    "net",
    "tax",
    "total",
    "deposit",
    "minutes",
    "atMost",
    "days",
    "late",
    "good",
    "until",
  ],
  properties: {
    offers: { type: "array", maxItems: 200, items: { type: "object", required: ["id", "price"] } },
    brings: { type: "array", maxItems: 200, items: text },
    lines: { type: "array", minItems: 1, maxItems: 500, items: quoteLine },
    net: cents,
    tax: cents,
    total: cents,
    deposit: cents,
    minutes: number,
    atMost: number,
    above: number,
    days,
    late: days,
    good: share,
    until: { type: "string", format: "day" },
    worth: cents,
    seals: { type: "array", minItems: 1, maxItems: 50, items: text },
  },
  additionalProperties: false,
};

/** Times of the same job are lognormal about their middle; one in five is longer than this many times it: e^(0.84 × 0.25). */
const ONE_IN_FIVE = Math.exp(0.8416 * 0.25);

interface Terms {
  /** Whether the fault was found out first. */
  readonly finding: boolean;
  /** ISO day until which it holds. */
  readonly until: string;
  readonly worth?: number | undefined;
  /** Warranty seals that the work breaks, by name. */
  readonly seals?: readonly string[];
  /** Parts of the job whose earlier repair is under warranty. */
  readonly covered?: readonly string[];
  /** Whether that is all of the job. */
  readonly isWhole?: boolean;
}

/**
 * The quote for a way to have all that is broken made good: a line for each thing that is bought, for each parcel, for
 * the labour of exactly this choice and for finding out. Tax is on each line, half a cent and more is a cent; the sum is
 * the sum of the lines. The risk of a bad part is the shop's and on no line. What is under warranty costs nothing: the
 * part, a parcel with nothing else in it; labour and finding out where all of the job is.
 */
export function quoteOf(
  way: Way,
  offers: readonly FoundOffer[],
  rates: QuoteRates,
  { finding, until, worth, seals = [], covered = [], isWhole = false }: Terms,
): Quote {
  const chosen = offers.filter(({ id }) => way.offers.includes(id));
  const line = (kind: QuoteLine["kind"], name: string, net: number, isFree: boolean): QuoteLine =>
    isFree
      ? { kind, name: `${name}, under warranty`, net: 0, tax: 0 }
      : { kind, name, net, tax: toCents(net * rates.tax) };
  const isFree = ({ brings }: FoundOffer): boolean => covered.includes(brings[0]!);
  const parcels = new Map<string, { readonly carriage: number; readonly isFree: boolean }>();
  for (const offer of chosen) {
    const known = parcels.get(offer.supplier);
    parcels.set(offer.supplier, {
      carriage: Math.max(known?.carriage ?? 0, offer.carriage),
      isFree: (known?.isFree ?? true) && isFree(offer),
    });
  }
  const lines = [
    ...chosen.map((offer) => {
      const { name, condition, price } = offer;
      return line(
        "part",
        condition === "new" ? name : `${name} (${condition})`,
        price,
        isFree(offer),
      );
    }),
    ...[...parcels].flatMap(([supplier, { carriage, isFree: isOurs }]) =>
      carriage > 0 ? [line("carriage", `Carriage, ${supplier}`, carriage, isOurs)] : [],
    ),
    line("labour", "Labour", way.labour, isWhole),
    ...(finding && rates.finding > 0
      ? [line("finding", "Finding out", rates.finding, isWhole)]
      : []),
  ];
  const net = lines.reduce((sum, one) => sum + one.net, 0);
  const tax = lines.reduce((sum, one) => sum + one.tax, 0);
  const bought = lines.filter(({ kind }) => kind === "part" || kind === "carriage");
  return {
    offers: chosen,
    brings: way.brings,
    lines,
    net,
    tax,
    total: net + tax,
    deposit: toCents(rates.deposit * bought.reduce((sum, one) => sum + one.net + one.tax, 0)),
    minutes: way.minutes,
    atMost: way.minutes * ONE_IN_FIVE,
    ...(way.above > 0 ? { above: way.above } : {}),
    days: way.days,
    late: way.late,
    good: way.good,
    until,
    ...(worth === undefined ? {} : { worth }),
    ...(seals.length === 0 ? {} : { seals }),
  };
}

/** Whether a repair is worth its money: its share of what the machine is worth, beside the line the shop draws. */
export const worthIt = (
  total: number,
  worth: number,
  line: number,
): { readonly share: number; readonly isWorth: boolean } => ({
  share: total / worth,
  isWorth: total <= worth * line,
});

/** What is owed for finding out, with its tax. */
export const findingFee = ({ finding, tax }: QuoteRates): number =>
  finding + toCents(finding * tax);
