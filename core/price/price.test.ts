import { readFileSync } from "node:fs";
import path from "node:path";
import fc from "fast-check";
import { offer } from "../../testing/builders.ts";
import {
  beats,
  coverFront,
  type Offer,
  offersSchema,
  readOffers,
  toCents,
  type Way,
  wayOf,
} from "./index.ts";

const RATES = { hour: 6000, tax: 0.2 };
/** Six minutes for each broken part that is not in an assembly, and one for each that comes new. */
const minutes = (brings: readonly string[]) => ({ minutes: 30 - 2 * brings.length, above: 0 });

test("half a cent and more is a cent", () => {
  expect([0.4, 0.5, 1.49, 1.5, 2.4999].map(toCents)).toEqual([0, 1, 1, 2, 2]);
  // 1.005 × 100 is a little less than it should be, as numbers are kept.
  expect(toCents(1.005 * 100)).toBe(101);
});

test("a way is its parts, one parcel a supplier, its own labour, tax by line, and its risk", () => {
  const offers = [
    offer("fan", ["fan"], { price: 1999, carriage: 450, bad: 0.1 }),
    offer("jack", ["jack"], { price: 805, carriage: 700, late: 9 }),
    offer("key", ["keyboard"], { supplier: "south", carriage: 0, price: 3333, bad: 0 }),
  ];
  const way = wayOf(["fan", "jack", "keyboard"], offers, RATES, () => ({ minutes: 25, above: 0 }));
  expect(way).toMatchObject({
    parts: 1999 + 805 + 3333,
    carriage: 700,
    labour: 2500,
    tax: 400 + 161 + 667 + 140 + 0 + 500,
    days: 2,
    late: 9,
    minutes: 25,
  });
  expect(way.good).toBeCloseTo(0.9 * 0.98, 12);
  expect(way.risk).toBe(toCents((1 - 0.9 * 0.98) * 2500 * 1.2));
  expect(way.price).toBe(way.parts + way.carriage + way.labour + way.tax);
  expect(way.expected).toBe(way.price + way.risk);
});

test("what nobody has is named", () => {
  const offers = [offer("fan", ["fan"]), offer("jack", ["jack"], { stock: 0 })];
  expect(coverFront(["fan", "jack"], offers, RATES, minutes)).toEqual({
    type: "not-offered",
    part: "jack",
  });
});

test("an assembly that brings both is chosen where it is cheaper, and the two where they are sooner", () => {
  const offers = [
    offer("fan", ["fan"], { price: 3000, late: 2 }),
    offer("sink", ["heatsink"], { price: 4000, late: 2 }),
    offer("both", ["fan", "heatsink"], { price: 4000, late: 9 }),
  ];
  const covered = coverFront(["fan", "heatsink"], offers, RATES, minutes);
  expect("front" in covered && covered.front.map((way) => way.offers)).toEqual([
    ["both"],
    ["fan", "sink"],
  ]);
});

const offers = fc.array(
  fc.record({
    brings: fc.uniqueArray(fc.constantFrom("a", "b", "c", "d", "e"), {
      minLength: 1,
      maxLength: 3,
    }),
    supplier: fc.constantFrom("north", "south"),
    price: fc.integer({ min: 1, max: 9000 }),
    carriage: fc.integer({ min: 0, max: 900 }),
    late: fc.integer({ min: 0, max: 6 }),
    stock: fc.integer({ min: 0, max: 3 }),
    bad: fc.constantFrom(0, 0.02, 0.1, 0.3),
  }),
  { minLength: 1, maxLength: 9 },
);

/** Every set of offers in which each is needed, tried one after the other; those that no other beats. */
function enumerated(broken: readonly string[], all: readonly Offer[]): readonly Way[] {
  const covers = (list: readonly Offer[]) =>
    broken.every((part) => list.some(({ brings }) => brings.includes(part)));
  const ways: Way[] = [];
  for (let set = 1; set < 1 << all.length; set++) {
    const list = all.filter((_, i) => set & (1 << i));
    if (list.some(({ stock }) => stock === 0) || !covers(list)) continue;
    if (list.some((one) => covers(list.filter((other) => other !== one)))) continue;
    ways.push(wayOf(broken, list, RATES, minutes));
  }
  return ways.filter((way) => !ways.some((other) => beats(other, way)));
}
const triples = (ways: readonly Way[]): readonly string[] =>
  [
    ...new Set(ways.map(({ expected, late, good }) => `${expected} ${late} ${good.toFixed(9)}`)),
  ].sort();

test("the front is that of all choices, tried one after the other, in 300 small cases", () => {
  fc.assert(
    fc.property(
      offers,
      fc.uniqueArray(fc.constantFrom("a", "b", "c", "d"), { minLength: 1, maxLength: 4 }),
      (facts, broken) => {
        const list = facts.map((one, i) => offer(`o${i}`, one.brings, { ...one, days: 0 }));
        const covered = coverFront(broken, list, RATES, minutes);
        const naive = enumerated(broken, list);
        if ("type" in covered) return expect(naive).toEqual([]);
        expect(triples(covered.front)).toEqual(triples(naive));
        // The cheapest stands first.
        expect(covered.front[0]!.expected).toBe(Math.min(...naive.map(({ expected }) => expected)));
      },
    ),
    { numRuns: 300, seed: 11 },
  );
});

test("the schema in the docs is the schema of the program", () => {
  const kept = path.join(import.meta.dirname, "../../docs/offers.schema.json");
  expect(JSON.parse(readFileSync(kept, "utf8"))).toEqual(JSON.parse(JSON.stringify(offersSchema)));
});

test("offers are read by their schema: cents are whole, a share is one", () => {
  const file = (one: object) => ({ format: "brisk-bench-offers", version: 1, offers: [one] });
  expect(readOffers(file(offer("fan", ["fan"]))).ok).toBe(true);
  for (const wrong of [
    { price: 19.99 },
    { price: -1 },
    { bad: 1.5 },
    { brings: [] },
    { days: "two" },
    { condition: "mint" },
  ]) {
    expect(readOffers(file({ ...offer("fan", ["fan"]), ...wrong })).ok).toBe(false);
  }
});
