import fc from "fast-check";
import { USUAL_RATES } from "../quote/index.ts";
import { offer as supplierOffer } from "../../testing/builders.ts";
import type { FoundOffer } from "../supply/index.ts";
import type { Quote } from "../quote/index.ts";
import { refusedDeed } from "./admit-deed.ts";
import { type Deed, readDeed, type StoredDeed } from "./deeds.ts";
import { standOf } from "./stand.ts";
import { blocksOf } from "./blocks.ts";
import { callFor } from "./call.ts";
import { tooSoon } from "./due.ts";
import { owedFor, type StageFacts, waitsOf } from "./waits.ts";

const TODAY = "2026-03-10";

const offer = (id: string, brings: readonly string[]): FoundOffer => ({
  ...supplierOffer(id, brings),
  item: id,
  code: "F-1",
  source: "supplier",
});

const quote = (brings: readonly string[], total = 12_000, until = "2026-03-20"): Quote => ({
  offers: [offer("o", brings)],
  brings,
  lines: [{ kind: "labour", name: "Labour", net: total, tax: 0 }],
  net: total,
  tax: 0,
  total,
  deposit: 3000,
  minutes: 30,
  atMost: 37,
  days: 2,
  late: 5,
  good: 0.98,
  until,
});

const DEEDS: Readonly<Record<string, Deed>> = {
  checked: { kind: "checked", check: "meter", outcome: "dead" },
  found: { kind: "found", cause: "fan-dead", parts: ["fan"], note: "" },
  none: { kind: "found", parts: [], note: "something else" },
  quoted: { kind: "quoted", quote: quote(["fan"]) },
  "quoted-other": { kind: "quoted", quote: quote(["jack"], 9000) },
  "quoted-old": { kind: "quoted", quote: quote(["fan"], 9000, "2026-03-01") },
  yes: { kind: "answered", answer: "yes", note: "" },
  "yes-1": { kind: "answered", answer: "yes", quote: 1, note: "" },
  "yes-2": { kind: "answered", answer: "yes", quote: 2, note: "" },
  no: { kind: "answered", answer: "no", note: "" },
  later: { kind: "answered", answer: "later", note: "" },
  order: {
    kind: "ordered",
    order: "A",
    offer: offer("o", ["fan"]),
    due: "2026-03-08",
    late: "2026-03-12",
  },
  "came-right": { kind: "arrived", order: "A", code: "F-1", serial: "S", fits: true },
  "came-wrong": { kind: "arrived", order: "A", code: "F-9", serial: "", fits: false },
  "came-other": { kind: "arrived", order: "A", code: "F-9", serial: "", fits: false, why: "may" },
  back: { kind: "sent-back", order: "A", why: "wrong" },
  here: { kind: "here", note: "" },
  worked: { kind: "worked", note: "" },
  held: { kind: "held", note: "the pack" },
  passed: { kind: "passed", note: "" },
  reopened: { kind: "reopened", note: "" },
  "ask-seal": { kind: "consent", about: "seal", words: "w", given: "open" },
  "give-seal": { kind: "consent", about: "seal", words: "w", given: "yes" },
  "refuse-seal": { kind: "consent", about: "seal", words: "w", given: "no" },
  paid: { kind: "paid", cents: 12_000, way: "card" },
  deposit: { kind: "paid", cents: 3000, way: "cash" },
  collected: { kind: "collected", to: "the customer", old: [] },
  released: { kind: "collected", to: "the customer", old: [], release: "a gift" },
  "not-collected": { kind: "not-collected", why: "the wrong machine" },
  // By the place at which the payment stands in the list of a test.
  "reversed-4": { kind: "reversed", payment: "d4", why: "card declined" },
  "reversed-3": { kind: "reversed", payment: "d3", why: "card declined" },
  "not-arrived": { kind: "not-arrived", order: "A", why: "the neighbour's" },
  "rang-off": { kind: "called", about: "quote", outcome: "no-answer", note: "" },
  "rang-price": { kind: "called", about: "quote", outcome: "reached", note: "he thinks about it" },
  "rang-ready": { kind: "called", about: "ready", outcome: "left-word", note: "" },
  "rang-day": { kind: "called", about: "day", outcome: "reached", note: "" },
  "day-untold": {
    kind: "corrected",
    changes: [{ field: "promised", was: "2026-03-12", is: "2026-03-20" }],
    why: "",
  },
  "other-phone": {
    kind: "corrected",
    changes: [{ field: "phone", was: "1", is: "2" }],
    why: "",
  },
  "other-day": {
    kind: "corrected",
    changes: [{ field: "promised", was: "2026-03-12", is: "2026-03-14" }],
    why: "the part is late",
    told: "phone",
  },
  "other-code": {
    kind: "corrected",
    changes: [{ field: "code", was: "A", is: "B" }],
    why: "",
  },
};

const did = (...names: readonly string[]): readonly StoredDeed[] =>
  names.map((name, i) => ({
    id: `d${i}`,
    at: `2026-03-0${(i % 9) + 1}T10:00:00Z`,
    by: "tobin",
    deed: DEEDS[name]!,
  }));

/** Promised for a day that all parts of these tests are here by. */
const SAID = { promised: "2026-03-20", takenIn: "2026-03-01T08:00:00Z" };
const REPLACE: StageFacts = { work: "replace", job: { for: ["fan"] }, bench: "idle" };
const FIND: StageFacts = { work: "find", job: { for: [] }, bench: "idle" };
const CLEAN: StageFacts = {
  work: "clean",
  job: { for: ["fan"], again: ["fan"] },
  bench: "idle",
};
const COSMETIC: StageFacts = { work: "cosmetic", job: { for: [] }, bench: "idle" };
const open = { bench: "open" } as const;
const closed = { bench: "closed" } as const;

test.each<[string, StageFacts, readonly string[], string]>([
  ["taken in for a part", REPLACE, [], "customer"],
  ["taken in to be found out", FIND, [], "finding"],
  ["a check made is no finding", FIND, ["checked"], "finding"],
  ["found", FIND, ["found"], "customer"],
  ["none of the list, in words", FIND, ["none"], "customer"],
  ["quoted", REPLACE, ["quoted"], "customer"],
  ["not yet", REPLACE, ["quoted", "later"], "customer"],
  ["agreed: the part is not here", REPLACE, ["quoted", "yes-1"], "part"],
  ["agreed without a quote", REPLACE, ["yes"], "part"],
  ["agreed to another quote than the job", REPLACE, ["quoted-other", "yes-1"], "customer"],
  ["re-quoted and agreed", REPLACE, ["quoted-other", "no", "quoted", "yes-2"], "part"],
  ["a no", REPLACE, ["quoted", "no"], "collection"],
  ["a no while it lies open: it is shut first", { ...FIND, ...open }, ["found", "no"], "bench"],
  ["a no, and shut", { ...FIND, ...closed }, ["found", "no"], "collection"],
  ["ordered", REPLACE, ["yes", "order"], "part"],
  ["the right part", REPLACE, ["yes", "order", "came-right"], "bench"],
  ["the wrong part", REPLACE, ["yes", "order", "came-wrong"], "part"],
  ["another code that may go in", REPLACE, ["yes", "order", "came-other"], "bench"],
  ["sent back", REPLACE, ["yes", "order", "came-wrong", "back"], "part"],
  ["here, however it came", REPLACE, ["yes", "here"], "bench"],
  [
    "said to be here while an order is wrong",
    REPLACE,
    ["yes", "order", "came-wrong", "here"],
    "part",
  ],
  ["cleaning waits for no part", CLEAN, ["yes"], "bench"],
  ["a consent that is open", REPLACE, ["ask-seal", "yes", "here"], "customer"],
  ["a consent that is refused", REPLACE, ["refuse-seal", "yes", "here"], "customer"],
  ["a consent that is given later", REPLACE, ["ask-seal", "yes", "here", "give-seal"], "bench"],
  ["a held job", { ...REPLACE, ...open }, ["yes", "here", "held"], "customer"],
  ["a held job that goes on", { ...REPLACE, ...open }, ["yes", "here", "held", "yes"], "bench"],
  ["shut", { ...REPLACE, ...closed }, ["yes", "here"], "soak"],
  ["proven", { ...REPLACE, ...closed }, ["yes", "here", "passed"], "collection"],
  ["back from the soak", { ...REPLACE, ...open }, ["yes", "here", "passed", "reopened"], "bench"],
  [
    "shut again, not proven again",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "reopened"],
    "soak",
  ],
  ["looked into and shut: the customer's word", { ...FIND, ...closed }, ["found"], "customer"],
  ["feet and stickers", COSMETIC, ["yes"], "bench"],
  ["feet and stickers done", COSMETIC, ["yes", "worked"], "collection"],
  ["collected", { ...REPLACE, ...closed }, ["yes", "here", "passed", "collected"], "nothing"],
  [
    "collected, and not so",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "collected", "not-collected"],
    "collection",
  ],
  ["checked in by mistake", REPLACE, ["yes", "order", "came-right", "not-arrived"], "part"],
])("%s", (_, facts, deeds, waits) => {
  expect(waitsOf(facts, standOf(did(...deeds)))).toBe(waits);
});

const blocks = (facts: StageFacts, ...deeds: readonly string[]) =>
  blocksOf({ ...facts, ...SAID }, standOf(did(...deeds)), USUAL_RATES, TODAY).map(
    ({ type }) => type,
  );

test.each<[StageFacts, readonly string[], readonly string[]]>([
  [REPLACE, ["quoted"], []],
  [REPLACE, ["quoted-old"], ["quote-over"]],
  [REPLACE, ["yes"], ["not-ordered"]],
  [REPLACE, ["yes", "order"], ["late"]],
  [REPLACE, ["yes", "order", "came-wrong"], ["wrong-part", "not-ordered"]],
  [REPLACE, ["ask-seal", "yes", "here"], ["consent"]],
  [REPLACE, ["quoted-other", "yes-1"], ["not-agreed"]],
  [{ ...REPLACE, ...open }, ["yes", "here", "held"], ["held"]],
  [{ ...REPLACE, ...closed }, ["yes", "here"], ["unproven"]],
  [{ ...REPLACE, ...closed }, ["quoted", "yes-1", "here", "passed"], ["owed"]],
  [{ ...REPLACE, ...closed }, ["quoted", "yes-1", "here", "passed", "paid"], []],
  [{ ...REPLACE, ...closed }, ["quoted", "yes-1", "here", "passed", "paid", "collected"], []],
])("%j after %j: what stands in the way has its name", (facts, deeds, names) => {
  expect(blocks(facts, ...deeds)).toEqual(names);
});

/** The order of these tests comes on the 8th at the earliest, on the 12th at the latest; a quote says 2 to 5 days. */
test.each<[string, StageFacts, readonly string[], string, object | undefined]>([
  ["nothing is known of its parts", REPLACE, [], "2026-03-01", undefined],
  [
    "quoted: two days at the earliest",
    REPLACE,
    ["quoted"],
    "2026-03-11",
    { parts: "2026-03-12", holds: "2026-03-16" },
  ],
  ["quoted, and time enough", REPLACE, ["quoted"], "2026-03-12", undefined],
  [
    "agreed",
    REPLACE,
    ["quoted", "yes-1"],
    "2026-03-11",
    { parts: "2026-03-12", holds: "2026-03-16" },
  ],
  [
    "ordered: overdue parts come today at the earliest",
    REPLACE,
    ["yes", "order"],
    "2026-03-09",
    { parts: TODAY, holds: "2026-03-13" },
  ],
  ["ordered, and time enough", REPLACE, ["yes", "order"], TODAY, undefined],
  ["here", REPLACE, ["yes", "order", "came-right"], "2026-03-01", undefined],
  ["given back", REPLACE, ["quoted", "no"], "2026-03-01", undefined],
  ["at the bench", { ...REPLACE, ...open }, ["yes", "here"], "2026-03-01", undefined],
])("%s: whether the day can be kept", (_, facts, deeds, promised, found) => {
  expect(tooSoon({ ...facts, promised }, standOf(did(...deeds)), TODAY)).toEqual(found);
});

test.each<[string, StageFacts, readonly string[], object | undefined]>([
  ["nothing to say yet", REPLACE, [], undefined],
  ["a price", REPLACE, ["quoted"], { about: "quote", tries: 0 }],
  [
    "a price, nobody at home",
    REPLACE,
    ["quoted", "rang-off", "rang-off"],
    { about: "quote", tries: 2 },
  ],
  ["a price that was told", REPLACE, ["quoted", "rang-off", "rang-price"], undefined],
  [
    "another price since",
    REPLACE,
    ["quoted", "rang-price", "quoted"],
    { about: "quote", tries: 0 },
  ],
  ["a price that was answered", REPLACE, ["quoted", "later"], undefined],
  [
    "put down at the bench",
    { ...REPLACE, ...open },
    ["yes", "here", "held"],
    { about: "held", tries: 0 },
  ],
  ["a consent", REPLACE, ["ask-seal", "yes", "here"], { about: "consent", tries: 0 }],
  ["another day", REPLACE, ["yes", "day-untold"], { about: "day", tries: 0 }],
  ["another day, told with it", REPLACE, ["yes", "other-day"], undefined],
  ["another day, told since", REPLACE, ["yes", "day-untold", "rang-day"], undefined],
  ["ready", { ...REPLACE, ...closed }, ["yes", "here", "passed"], { about: "ready", tries: 0 }],
  [
    "ready, and told",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "rang-ready"],
    undefined,
  ],
  ["given back unrepaired", REPLACE, ["quoted", "no"], { about: "ready", tries: 0 }],
  ["handed back", { ...REPLACE, ...closed }, ["yes", "here", "passed", "released"], undefined],
])("who waits for a call: %s", (_, facts, deeds, found) => {
  const call = callFor({ ...facts, ...SAID }, standOf(did(...deeds)), TODAY);
  if (found === undefined) expect(call).toBeUndefined();
  else expect(call).toMatchObject(found);
});

test.each<[StageFacts, readonly string[], number | undefined]>([
  [REPLACE, [], 0],
  [REPLACE, ["quoted", "yes-1"], 12_000],
  [REPLACE, ["quoted", "yes-1", "deposit"], 9000],
  [REPLACE, ["quoted", "yes-1", "paid"], 0],
  [REPLACE, ["quoted", "yes-1", "here", "deposit", "reversed-3"], 12_000],
  [REPLACE, ["yes"], undefined],
  // 30.00 and a fifth of it.
  [FIND, ["checked", "found", "no"], 3600],
  [FIND, ["no"], 0],
  [REPLACE, ["no"], 0],
])("%j after %j: %s cents are owed", (facts, deeds, cents) => {
  expect(owedFor(facts, standOf(did(...deeds)), USUAL_RATES)).toBe(cents);
});

const reckoned = { rates: USUAL_RATES, today: TODAY };
test.each<[string, StageFacts, readonly string[], string, string | undefined]>([
  ["an order before a yes", REPLACE, [], "order", "moved-on"],
  ["an arrival of nothing", REPLACE, ["yes"], "came-right", "order-unknown"],
  ["an arrival twice", REPLACE, ["yes", "order", "came-wrong"], "came-right", "order-is"],
  [
    "a yes to no quote by its number, where there is one",
    REPLACE,
    ["quoted"],
    "yes",
    "quote-unnamed",
  ],
  ["an order twice", REPLACE, ["yes", "order"], "order", "order-is"],
  ["a no without a quote's number", REPLACE, ["quoted"], "no", undefined],
  ["a yes to no quote there is", REPLACE, ["quoted"], "yes-2", "quote-unknown"],
  [
    "a yes to two quotes at once",
    REPLACE,
    ["quoted", "quoted", "yes-1"],
    "yes-2",
    "agreed-to-other",
  ],
  ["the other way about", REPLACE, ["quoted", "quoted", "yes-2"], "yes-1", "agreed-to-other"],
  [
    "a yes to the other after a not yet",
    REPLACE,
    ["quoted", "quoted", "yes-2", "later"],
    "yes-1",
    undefined,
  ],
  ["a yes to a quote made since", REPLACE, ["quoted", "yes-1", "quoted"], "yes-2", undefined],
  ["the same yes again", REPLACE, ["quoted", "quoted", "yes-2"], "yes-2", undefined],
  ["a yes to a quote that is over", REPLACE, ["quoted-old"], "yes-1", "quote-over"],
  ["a no to a quote that is over", REPLACE, ["quoted-old"], "no", undefined],
  ["a no once it is being built", { ...REPLACE, ...open }, ["yes", "here"], "no", "moved-on"],
  ["more than is owed", REPLACE, ["quoted", "yes-1", "deposit"], "paid", "too-much"],
  [
    "collected and not paid",
    { ...REPLACE, ...closed },
    ["quoted", "yes-1", "here", "passed"],
    "collected",
    "owed",
  ],
  ["collected and proven not", { ...REPLACE, ...closed }, ["yes", "here"], "collected", "moved-on"],
  ["passed before it was shut", { ...REPLACE, ...open }, ["yes", "here"], "passed", "moved-on"],
  [
    "work without a step on a job that has them",
    { ...REPLACE, ...open },
    ["yes", "here"],
    "worked",
    "moved-on",
  ],
  [
    "a payment after the end",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "collected"],
    "paid",
    "moved-on",
  ],
  [
    "a price nobody named",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed"],
    "collected",
    "price-unsaid",
  ],
  [
    "let go without one",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed"],
    "released",
    undefined,
  ],
  [
    "paid by word of mouth",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "paid"],
    "collected",
    undefined,
  ],
  [
    "not paid, and let go",
    { ...REPLACE, ...closed },
    ["quoted", "yes-1", "here", "passed"],
    "released",
    undefined,
  ],
  [
    "paid, and a part still on its way",
    { ...REPLACE, ...closed },
    ["yes", "order", "here", "passed", "paid"],
    "collected",
    "still-open",
  ],
  [
    "a consent that was asked for and not given",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "paid", "ask-seal"],
    "collected",
    "still-open",
  ],
  [
    "a payment that is not there",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed"],
    "reversed-4",
    "payment-unknown",
  ],
  [
    "a payment taken back twice",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "deposit", "deposit", "reversed-4"],
    "reversed-4",
    "payment-unknown",
  ],
  [
    "a hand-back undone before it was one",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed"],
    "not-collected",
    "moved-on",
  ],
  [
    "a phone put right after the end",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "released"],
    "other-phone",
    undefined,
  ],
  [
    "another day after the end",
    { ...REPLACE, ...closed },
    ["yes", "here", "passed", "released"],
    "other-day",
    "moved-on",
  ],
  ["another day before it", { ...REPLACE, ...open }, ["yes", "here"], "other-day", undefined],
  [
    "another machine once it is open",
    { ...REPLACE, ...open },
    ["yes", "here"],
    "other-code",
    "begun",
  ],
  ["another machine before", REPLACE, ["yes"], "other-code", undefined],
  ["an arrival taken back that never was", REPLACE, ["yes", "order"], "not-arrived", "order-is"],
])("%s", (_, facts, deeds, next, refusal) => {
  expect(refusedDeed(facts, standOf(did(...deeds)), DEEDS[next]!, reckoned)?.type).toBe(refusal);
});

const AFTER_THE_END: readonly Deed["kind"][] = ["reversed", "not-collected", "corrected"];

test("deeds in any order: no stage but those there are, and what is admitted never throws", () => {
  const names = Object.keys(DEEDS);
  fc.assert(
    fc.property(
      fc.constantFrom(REPLACE, FIND, CLEAN, COSMETIC),
      fc.constantFrom("idle", "open", "closed" as const),
      fc.array(fc.constantFrom(...names), { maxLength: 25 }),
      (facts, bench, tried) => {
        const stage = { ...facts, bench: bench };
        const admitted: string[] = [];
        let isOver = false;
        for (const name of tried) {
          const refusal = refusedDeed(stage, standOf(did(...admitted)), DEEDS[name]!, reckoned);
          if (refusal) continue;
          // Once it is handed back nothing more is written, but what puts it right.
          if (isOver) expect(AFTER_THE_END).toContain(DEEDS[name]!.kind);
          admitted.push(name);
          isOver = waitsOf(stage, standOf(did(...admitted))) === "nothing";
          blocksOf({ ...stage, ...SAID }, standOf(did(...admitted)), USUAL_RATES, TODAY);
          callFor({ ...stage, ...SAID }, standOf(did(...admitted)), TODAY);
        }
      },
    ),
    { seed: 12, numRuns: 400 },
  );
});

test.each(Object.keys(DEEDS))("%s is read back as it was written", (name) => {
  expect(readDeed(JSON.parse(JSON.stringify(DEEDS[name])))).toEqual({
    ok: true,
    value: DEEDS[name],
  });
  expect(readDeed({ ...DEEDS[name], more: 1 }).ok).toBe(false);
});
