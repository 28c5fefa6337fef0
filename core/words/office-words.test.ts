import { adapterState, packState } from "../readings/index.ts";
import type { Block, DeedRefusal } from "../ticket/index.ts";
import {
  adapterWords,
  aftercareWords,
  blockStandsWords,
  foundErrorWords,
  joinedWords,
  moneyWords,
  orderErrorWords,
  packReasonWords,
  supplierWords,
  ticketPackErrorWords,
} from "./index.ts";
import { deedRefusalWords } from "./ticket-words.ts";

const order = {
  order: "HV-1",
  state: "wrong",
  at: "",
  due: "2026-03-01",
  late: "2026-03-03",
  offer: { name: "Fan", code: "F-1" },
  arrived: { at: "", code: "F-9", serial: "", why: undefined },
} as never;

const BLOCKS: readonly (readonly [Block, RegExp])[] = [
  [{ type: "consent", about: "seal", isRefused: false }, /seal: .*not answered yet. Ask/],
  [{ type: "consent", about: "data", isRefused: true }, /does not agree/],
  [{ type: "held", note: "the pack" }, /the pack/],
  [
    { type: "not-agreed", parts: ["fan", "jack"] },
    /grown by the FAN and JACK: no agreed quote has that/,
  ],
  [{ type: "quote-over", number: 2, until: "2026-03-01" }, /Quote 2 held until Sun 1 Mar/],
  [{ type: "wrong-part", order }, /Fan came as F-9, ordered as F-1/],
  [{ type: "late", order, days: 1 }, /Late by a day/],
  [{ type: "late", order, days: 3 }, /Late by 3 days/],
  [{ type: "not-ordered", parts: ["fan"] }, /Not ordered: FAN/],
  [{ type: "unproven" }, /run the soak/],
  [{ type: "owed", cents: 123_456 }, /1,234.56/],
];
test.each(BLOCKS)("%j says what it is and what to do", (block, words) => {
  expect(blockStandsWords(block, (id) => id.toUpperCase())).toMatch(words);
});

const REFUSALS: readonly DeedRefusal[] = [
  { type: "moved-on", waits: "finding" },
  { type: "quote-unknown", number: 3 },
  { type: "quote-unnamed" },
  { type: "quote-over", until: "2026-03-01" },
  { type: "agreed-to-other", number: 2 },
  { type: "order-unknown", order: "HV-1" },
  { type: "order-is", state: "fits" },
  { type: "nothing-found" },
  { type: "owed", cents: 100 },
  { type: "too-much", owed: -5 },
];
test.each(REFUSALS)("%j: nothing was changed, said the same wherever it is met", (refusal) => {
  const words = deedRefusalWords(refusal);
  expect(words).toMatch(/^Nothing was changed: .*\.$/);
  expect(orderErrorWords(refusal)).toBe(words);
  expect(foundErrorWords(refusal)).toBe(words);
});

test.each([
  [{ type: "no-supplier" }, /BENCH_SUPPLIER/],
  [{ type: "away" }, /does not answer/],
  [{ type: "slow" }, /too long/],
  [{ type: "sold-out" }, /sold the last one/],
  [{ type: "odd-answer" }, /cannot be read/],
] as const)("%j is told with what to do", (trouble, words) => {
  expect(supplierWords(trouble)).toMatch(words);
  expect(orderErrorWords(trouble)).toMatch(/^Nothing was ordered\./);
});

test.each([
  [{ type: "offer-gone", offer: "x" }, /not to be had any more/],
  [{ type: "not-covered", part: "fan" }, /does not bring the fan/],
  [{ type: "nothing-to-price" }, /no job yet/],
  [{ type: "nothing-agreed" }, /agreed to no quote/],
  [{ type: "shelf-empty", name: "Fan" }, /no Fan left/],
  [{ type: "job-empty", path: "" }, /Change the job/],
] as const)("%j", (error, words) => {
  expect(orderErrorWords(error)).toMatch(words);
});

test.each([
  [{ type: "no-zip" }, /no ZIP/],
  [{ type: "too-big" }, /more than a ticket can have/],
  [{ type: "stranger", name: "x.sh" }, /"x.sh"/],
  [{ type: "no-pack" }, /newer version/],
  [{ type: "guide-missing", guideId: "g" }, /guide g .*first/],
  [{ type: "here-already" }, /here already/],
  [{ type: "does-not-fit", why: "a soak" }, /a soak cannot be read/],
  [{ type: "no-picture", name: "p" }, /p is no picture/],
] as const)("%j: nothing was taken in", (error, words) => {
  expect(ticketPackErrorWords(error)).toMatch(/^Nothing was taken in:/);
  expect(ticketPackErrorWords(error)).toMatch(words);
});

const needs = { volts: 19.5, amps: 4.62, plug: "4.5 × 3.0 mm", centre: "plus" } as const;
test.each([
  [{}, /^It fits: it gives 90 W/],
  [{ amps: 2 }, /charges slowly.*39 W, the machine asks for 90 W/],
  [{ volts: 12 }, /^Do not plug it in: 12 V is too little/],
  [{ volts: 30 }, /30 V where the machine takes 19.5 V/],
  [{ plug: "USB-C" }, /its plug is USB-C/],
  [{ centre: "minus" }, /carries minus, the machine wants plus/],
] as const)("an adapter with %j", (change, words) => {
  expect(adapterWords(adapterState({ ...needs, ...change }, needs))).toMatch(words);
});

test("every line that a pack crosses is told with what was read, its limit and its source", () => {
  const state = packState({
    design: 50,
    full: 20,
    cycles: 1200,
    celsius: 70,
    cells: [4.6, 2.1],
    seen: ["swollen"],
    loads: [
      { volts: 11, amps: 0 },
      { volts: 9, amps: 1 },
    ],
  });
  const said = state.reasons.map(packReasonWords);
  expect(said.length).toBeGreaterThan(5);
  for (const words of said) expect(words).toMatch(/ \(.+\)$/);
  expect(said[0]).toMatch(/^it is swollen/);
});

test("what to heed afterwards is told once for each kind, and for what is new only", () => {
  expect(aftercareWords(["fan", "fan", "tape"])).toHaveLength(1);
  expect(aftercareWords(["coin-cell"])[0]).toMatch(/clock/);
  expect(aftercareWords([])).toEqual([]);
});

test("a part that is joined for good says what it is ordered as", () => {
  const guide = {
    parts: {
      key: { name: "Keyboard", kind: "keyboard" },
      rest: { name: "Palm rest", kind: "palmrest" },
    },
    joints: {},
  } as never;
  expect(joinedWords(guide, "key", "rest")).toBe(
    "Keyboard and palm rest are joined for good: the palm rest is ordered",
  );
  expect(joinedWords(guide, "rest", "rest")).toBeUndefined();
});

test.each([
  [0, "0.00"],
  [5, "0.05"],
  [123_456, "1,234.56"],
  [-150, "-1.50"],
])("%d cents are %s", (cents, words) => {
  expect(moneyWords(cents)).toBe(words);
});
