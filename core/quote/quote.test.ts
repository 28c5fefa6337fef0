import fc from "fast-check";
import { wayOf } from "../price/index.ts";
import type { FoundOffer } from "../supply/index.ts";
import { findingFee, quoteOf, USUAL_RATES, worthIt } from "./index.ts";

const offer = (id: string, price: number, more: Partial<FoundOffer> = {}): FoundOffer => ({
  id,
  item: id,
  code: id,
  source: "supplier",
  supplier: "north",
  name: id,
  brings: [id],
  condition: "new",
  price,
  carriage: 490,
  days: 2,
  late: 5,
  stock: 3,
  bad: 0.02,
  ...more,
});

const quoted = (offers: readonly FoundOffer[], finding = false, rates = USUAL_RATES) =>
  quoteOf(
    wayOf(
      offers.map(({ id }) => id),
      offers,
      rates,
      () => ({ minutes: 25, above: 0 }),
    ),
    offers,
    rates,
    { finding, until: "2026-03-20" },
  );

test("a line for each thing, each parcel, the labour, finding out; tax by line, to the cent", () => {
  const rates = { ...USUAL_RATES, tax: 0.19 };
  const quote = quoted(
    [
      offer("fan", 1999),
      offer("jack", 805, { condition: "used" }),
      offer("key", 3333, { supplier: "south", carriage: 0 }),
    ],
    true,
    rates,
  );
  expect(quote.lines.map(({ name, net, tax }) => [name, net, tax])).toEqual([
    ["fan", 1999, 380],
    ["jack (used)", 805, 153],
    ["key", 3333, 633],
    ["Carriage, north", 490, 93],
    ["Labour", 2500, 475],
    ["Finding out", 3000, 570],
  ]);
  expect([quote.net, quote.tax, quote.total]).toEqual([12127, 2304, 14431]);
  // Half of parts and parcels, their tax included: 7886 cents.
  expect(quote.deposit).toBe(3943);
});

test("the sum is the sum of its lines, whatever the prices", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 90_000 }), { minLength: 1, maxLength: 8 }),
      fc.integer({ min: 0, max: 300 }),
      (prices, perMille) => {
        const rates = { ...USUAL_RATES, tax: perMille / 1000 };
        const quote = quoted(
          prices.map((price, i) => offer(`p${i}`, price)),
          false,
          rates,
        );
        const net = quote.lines.reduce((sum, one) => sum + one.net, 0);
        const tax = quote.lines.reduce((sum, one) => sum + one.tax, 0);
        expect([quote.net, quote.tax, quote.total]).toEqual([net, tax, net + tax]);
        for (const one of quote.lines) {
          expect(Number.isInteger(one.tax)).toBe(true);
          expect(Math.abs(one.tax - (one.net * perMille) / 1000)).toBeLessThanOrEqual(0.5 + 1e-6);
        }
      },
    ),
    { seed: 4, numRuns: 300 },
  );
});

test("one job in five takes longer than it says at most", () => {
  const { minutes, atMost } = quoted([offer("fan", 1000)]);
  expect(minutes).toBe(25);
  // Lognormal about 25 with a spread of a quarter: e^(0.8416 × 0.25) = 1.234.
  expect(atMost / minutes).toBeCloseTo(1.234, 3);
});

test("worth it up to the shop's line", () => {
  expect(worthIt(15_000, 30_000, 0.5)).toEqual({ share: 0.5, isWorth: true });
  expect(worthIt(15_001, 30_000, 0.5).isWorth).toBe(false);
});

test("what finding out costs has its tax", () => {
  expect(findingFee({ ...USUAL_RATES, finding: 3333, tax: 0.19 })).toBe(3333 + 633);
});

describe("under warranty", () => {
  const fan = offer("fan", 1999);
  const jack = offer("jack", 805, { supplier: "south" });
  const lines = (covered: readonly string[], isWhole: boolean) =>
    quoteOf(
      wayOf(["fan", "jack"], [fan, jack], USUAL_RATES, () => ({ minutes: 25, above: 0 })),
      [fan, jack],
      USUAL_RATES,
      { finding: true, until: "2026-03-20", covered, isWhole },
    ).lines.map(({ name, net, tax }) => [name, net, tax]);

  test("what was made good before costs nothing, its own parcel neither; the rest is paid", () => {
    expect(lines(["fan"], false)).toEqual([
      ["fan, under warranty", 0, 0],
      ["jack", 805, 161],
      ["Carriage, north, under warranty", 0, 0],
      ["Carriage, south", 490, 98],
      ["Labour", 2500, 500],
      ["Finding out", 3000, 600],
    ]);
  });

  test("where it is all of the job, nothing is paid", () => {
    expect(lines(["fan", "jack"], true).every(([, net, tax]) => net === 0 && tax === 0)).toBe(true);
  });

  test("a parcel with something else in it is paid", () => {
    const both = [fan, { ...jack, supplier: "north" }];
    const way = wayOf(["fan", "jack"], both, USUAL_RATES, () => ({ minutes: 25, above: 0 }));
    const terms = { finding: false, until: "2026-03-20", covered: ["fan"] };
    const quote = quoteOf(way, both, USUAL_RATES, terms);
    expect(quote.lines.find(({ kind }) => kind === "carriage")).toMatchObject({ net: 490 });
  });
});
