import { startSupplier, type Supplier } from "../../stand-ins/supplier.ts";
import { storeGuide } from "../guide/index.server.ts";
import { MIREL, done, guideFile, TestShop } from "../../testing/shop.ts";
import type { Deed } from "../../core/ticket/index.ts";
import { standOf } from "../../core/ticket/index.ts";
import { deedsOf, ticketFacts } from "../../data/ticket/index.server.ts";
import { allStock } from "../../data/stock/index.server.ts";
import { findingOf } from "../find/index.server.ts";
import { changeJob } from "../bench/index.server.ts";
import { adoptQuote, makeQuote, priced } from "../price/index.server.ts";
import { keepRates, ratesOf, record } from "../stage/index.server.ts";
import { restock, shelve } from "../stock/index.server.ts";
import { decide, ticketPage } from "../ticket/index.server.ts";
import { arrive, askSupplier, orderParts } from "./index.server.ts";

let shop: TestShop;
let supplier: Supplier;

beforeAll(async () => {
  supplier = await startSupplier("guides");
  process.env["BENCH_SUPPLIER"] = supplier.url;
});
afterAll(async () => {
  delete process.env["BENCH_SUPPLIER"];
  await supplier.close();
});
beforeEach(async () => {
  shop = await TestShop.open();
  supplier.mood({});
});
afterEach(() => shop.close());

const waits = async (number: number) => (await ticketFacts(shop.db, number))!.waits;
const stand = async (number: number) => standOf(await deedsOf(shop.db, number));
const say = async (number: number, ...deeds: readonly Deed[]) =>
  done(await record(shop.act(), number, deeds));

/** The cheapest offers of the supplier for the fan. */
async function fanOffers(number: number) {
  const { offers } = done(await priced(shop.db, number));
  return offers
    .filter(({ brings }) => brings[0] === "fan")
    .sort((a, b) => a.price - b.price)
    .map(({ id }) => id);
}

let asked = 0;
async function quoted(number: number, offers: readonly string[]): Promise<void> {
  done(await makeQuote(shop.act(), number, { id: `q${(asked += 1)}`, offers, hand: [] }));
}

const yes = (quote: number): Deed => ({ kind: "answered", answer: "yes", quote, note: "" });

/** A ticket for a fan, quoted and agreed to. */
async function agreed(): Promise<number> {
  const number = await shop.ticket({ parts: ["fan"] });
  const [cheapest] = await fanOffers(number);
  await quoted(number, [cheapest!]);
  await say(number, yes(1));
  return number;
}

test("a job that breaks a seal has the customer asked, once, before the bench; the quote says it", async () => {
  done(await storeGuide(shop.act(MIREL), guideFile("tallis-moss-15"), ""));
  const number = await shop.ticket({ code: "TM15-E", serial: "M-1", parts: ["battery"] });
  const asked = async () =>
    (await stand(number)).consents.map(({ about, given }) => [about, given]);
  const hand = [{ name: "Corner shop", part: "battery", price: 2100, days: 1 }];
  done(await makeQuote(shop.act(), number, { id: "seal-1", offers: [], hand }));
  done(await makeQuote(shop.act(), number, { id: "seal-2", offers: [], hand }));
  expect(await asked()).toEqual([["seal", "open"]]);
  const { quotes } = await stand(number);
  expect(quotes.map(({ seals }) => seals)).toEqual([["Warranty seal"], ["Warranty seal"]]);
  // Nobody buys one.
  expect(quotes[0]!.lines.map(({ name }) => name).join()).not.toMatch(/seal/i);
  await say(number, yes(2));
  expect(await waits(number)).toBe("customer");
  await say(number, { kind: "consent", about: "seal", given: "yes", words: "w" });
  expect(await waits(number)).not.toBe("customer");
  // What breaks none asks nothing.
  const other = await shop.ticket({ parts: ["fan"] });
  await quoted(other, (await fanOffers(other)).slice(0, 1));
  expect((await stand(other)).consents).toEqual([]);
  expect((await stand(other)).quotes[0]!.seals).toBeUndefined();
});

test("quotes are numbered and never change; what is gone or does not cover is refused", async () => {
  const number = await shop.ticket({ parts: ["fan"] });
  const [first, second] = await fanOffers(number);
  await quoted(number, [first!]);
  await quoted(number, [second!]);
  const { quotes } = await stand(number);
  expect(quotes.map(({ number: n, offers }) => [n, offers[0]!.id])).toEqual([
    [1, first],
    [2, second],
  ]);
  await keepRates(shop.act(MIREL), { ...(await ratesOf(shop.db)), hour: 9999 });
  expect((await stand(number)).quotes[0]).toEqual(quotes[0]);
  const ask = (offers: readonly string[]) =>
    makeQuote(shop.act(), number, { id: `x${(asked += 1)}`, offers, hand: [] });
  expect(await ask(["gone"])).toMatchObject({ error: { type: "offer-gone" } });
  expect(await ask([])).toMatchObject({ error: { type: "not-covered", part: "fan" } });
  supplier.mood({ failing: true });
  expect(await ask([first!])).toMatchObject({ error: { type: "offer-gone" } });
  const hand = [{ name: "Corner shop", part: "fan", price: 2100, days: 1 }];
  done(await makeQuote(shop.act(), number, { id: "hand", offers: [], hand }));
  expect((await stand(number)).quotes.at(-1)!.lines[0]).toMatchObject({ net: 2100 });
});

test("ordered once, late, the wrong part, sent back, ordered again, the right one", async () => {
  const number = await agreed();
  expect(await waits(number)).toBe("part");
  done(await orderParts(shop.act(), number));
  done(await orderParts(shop.act(), number));
  const [order, ...more] = (await stand(number)).orders;
  expect(more).toEqual([]);
  supplier.mood({ late: 4 });
  done(await askSupplier(shop.act(), number));
  expect((await stand(number)).orders[0]!.due > order!.due).toBe(true);
  const came = { id: "a1", order: order!.order, code: "ZZ-1", serial: "" };
  expect(done(await arrive(shop.act(), number, came))).toEqual({ fits: false });
  expect(await waits(number)).toBe("part");
  const page = done(await ticketPage(shop.shop, number));
  expect(page.blocks.map(({ type }) => type)).toContain("wrong-part");
  await say(number, { kind: "sent-back", order: order!.order, why: "wrong" });
  done(await orderParts(shop.act(), number));
  const again = (await stand(number)).orders[1]!;
  const right = {
    id: "a2",
    order: again.order,
    code: again.offer.code.toLowerCase(),
    serial: "S1",
  };
  expect(done(await arrive(shop.act(), number, right))).toEqual({ fits: true });
  expect(await waits(number)).toBe("bench");
});

test("another code goes in where somebody says why", async () => {
  const number = await agreed();
  done(await orderParts(shop.act(), number));
  const { order } = (await stand(number)).orders[0]!;
  const came = { id: "a", order, code: "ZZ-1", serial: "", why: "same fan, other sticker" };
  expect(done(await arrive(shop.act(), number, came))).toEqual({ fits: true });
  expect(await waits(number)).toBe("bench");
});

test.each([
  [{ failing: true }, "away"],
  [{ out: ["*"] }, "sold-out"],
] as const)("a supplier that is %j: nothing is ordered, nothing is lost", async (mood, type) => {
  const number = await agreed();
  const { code } = (await stand(number)).quotes[0]!.offers[0]!;
  supplier.mood("out" in mood ? { out: [code] } : mood);
  expect(await orderParts(shop.act(), number)).toMatchObject({ error: { type } });
  expect((await stand(number)).orders).toEqual([]);
  expect(await waits(number)).toBe("part");
  supplier.mood({});
  done(await orderParts(shop.act(), number));
  expect((await stand(number)).orders).toHaveLength(1);
});

test("what lies on the shelf is taken from there, once", async () => {
  const { guide } = done(await findingOf(shop.db, await shop.ticket({ parts: ["fan"] })));
  const code = guide.parts["fan"]!.codes![0]!;
  const thing = {
    code,
    name: "Fan, pulled",
    condition: "pulled" as const,
    place: "B3",
    price: 700,
    least: 1,
    story: "from ticket 1001",
    count: 1,
  };
  await shelve(shop.act(), thing);
  const number = await shop.ticket({ parts: ["fan"] });
  const own = done(await priced(shop.db, number)).offers.find(({ source }) => source === "shelf");
  await quoted(number, [own!.id]);
  await say(number, yes(1));
  done(await orderParts(shop.act(), number));
  expect(await waits(number)).toBe("bench");
  const [item] = await allStock(shop.db);
  expect(item!.count).toBe(0);
  expect(await restock(shop.act(), item!.id, -1, "")).toMatchObject({
    error: { type: "too-few", count: 0 },
  });
  done(await restock(shop.act(), item!.id, 2, "found two more"));
});

test("the same shelving sent five times at once counts once", async () => {
  const thing = { code: "X-1", name: "Foot", condition: "new" as const, place: "B3", price: 100 };
  const more = { ...thing, least: 0, story: "bought", count: 5 };
  const five = [1, 2, 3, 4, 5];
  await Promise.all(five.map(() => shelve(shop.act(), more, "form-1")));
  const [item, ...others] = await allStock(shop.db);
  expect([item!.count, others]).toEqual([5, []]);
  await Promise.all(five.map(() => restock(shop.act(), item!.id, -4, "used", "form-2")));
  expect((await allStock(shop.db))[0]!.count).toBe(1);
});

test("a job that grows past what was agreed waits for the customer again", async () => {
  const number = await agreed();
  done(await orderParts(shop.act(), number));
  const { order, offer } = (await stand(number)).orders[0]!;
  const { code } = offer;
  done(await arrive(shop.act(), number, { id: "a", order, code, serial: "" }));
  expect(await waits(number)).toBe("bench");
  done(await changeJob(shop.act(), number, { for: ["fan", "battery"] }));
  expect(await waits(number)).toBe("customer");
  const page = done(await ticketPage(shop.shop, number));
  expect(page.blocks).toContainEqual({ type: "not-agreed", parts: ["battery"] });
});

test("what comes new with an agreed assembly is what the bench is told", async () => {
  const number = await shop.ticket({ parts: ["palmrest"] });
  const { offers } = done(await priced(shop.db, number));
  const rest = offers.find(
    ({ brings, condition }) => brings[0] === "palmrest" && condition === "new",
  )!;
  await quoted(number, [rest.id]);
  await say(number, yes(1));
  await adoptQuote(shop.act(), number);
  const beside = rest.brings.filter((part) => part !== "palmrest");
  expect((await ticketFacts(shop.db, number))!.job.new ?? []).toEqual(beside);
});

test("screws missing at the counter are not looked for at the bench; more than there are is refused", async () => {
  const { guide } = done(await findingOf(shop.db, await shop.ticket({ parts: ["fan"] })));
  const [joint, lot] = Object.entries(guide.joints).find(([, { kind }]) => kind === "screws") as [
    string,
    { count: number },
  ];
  const mark = { kind: "screw-missing" as const, view: "underside", x: 1, y: 1, joint };
  const number = await shop.atBench({ parts: ["fan"], intake: { marks: [mark] } });
  await shop.play(number);
  const { folded } = await shop.ledger(number);
  const kept = folded.state.lots.get(joint)!;
  expect([kept.expected, kept.out, kept.in]).toEqual([lot.count, lot.count - 1, lot.count - 1]);
  expect(kept.outDiffers?.reason).toBe("missing-at-intake");
  await expect(
    shop.ticket({ parts: ["fan"], intake: { marks: Array(lot.count + 1).fill(mark) } }),
  ).rejects.toThrow("more-than-there-are");
});

test("a machine that comes back knows its first life, and whether it is under warranty", async () => {
  const number = await shop.atBench({ parts: ["fan"], serial: "S-1" });
  await shop.play(number);
  done(await decide(shop.act(), number, "soak-passed", "watched"));
  await shop.handBack(number);
  const again = await shop.ticket({ work: "find", parts: [], serial: " S-1 " });
  const { before } = done(await ticketPage(shop.shop, again));
  expect(before).toMatchObject({ number, isUnderWarranty: true, handedBack: "2026-01-01" });
  const other = await shop.ticket({ work: "find", parts: [], serial: "S-2" });
  expect(done(await ticketPage(shop.shop, other)).before).toBeUndefined();
});

test("the same fault again is mended without charge while it is under warranty, another part is paid", async () => {
  const number = await shop.atBench({ parts: ["fan"], serial: "S-7" });
  await shop.play(number);
  done(await decide(shop.act(), number, "soak-passed", "watched"));
  await shop.handBack(number);
  const again = await shop.ticket({ parts: ["fan"], serial: "S-7" });
  const [cheapest] = await fanOffers(again);
  await quoted(again, [cheapest!]);
  expect((await stand(again)).quotes[0]).toMatchObject({ total: 0, deposit: 0 });
  const more = await shop.ticket({ parts: ["fan", "jack"], serial: "S-7" });
  const { offers } = done(await priced(shop.db, more));
  const jack = offers.find(({ brings, condition }) => brings[0] === "jack" && condition === "new");
  await quoted(more, [cheapest!, jack!.id]);
  const { lines } = (await stand(more)).quotes[0]!;
  const net = (name: RegExp) => lines.find((line) => name.test(line.name))?.net ?? -1;
  expect([net(/^Fan.*under warranty/), net(/^Labour$/) > 0, net(/^Charging jack/) > 0]).toEqual([
    0,
    true,
    true,
  ]);
});

test("a machine that was given back unrepaired has no warranty", async () => {
  const number = await shop.ticket({ parts: ["fan"], serial: "S-8" });
  done(await decide(shop.act(), number, "no", ""));
  await shop.handBack(number);
  const again = await shop.ticket({ parts: ["fan"], serial: "S-8" });
  const { before } = done(await ticketPage(shop.shop, again));
  expect(before).toMatchObject({ number, isUnderWarranty: false, parts: [] });
});

test("two who order at once: it is one order", async () => {
  const number = await agreed();
  const both = await Promise.all([orderParts(shop.act(), number), orderParts(shop.act(), number)]);
  expect(both.some(({ ok }) => ok)).toBe(true);
  expect((await stand(number)).orders).toHaveLength(1);
});

test("two who take the last of the shelf: one has it, the other is told", async () => {
  const thing = {
    name: "Fan",
    condition: "new" as const,
    place: "",
    price: 1,
    least: 0,
    story: "",
  };
  await shelve(shop.act(), { ...thing, code: "TN15-FN", count: 1 });
  const numbers = [await shop.ticket({ parts: ["fan"] }), await shop.ticket({ parts: ["fan"] })];
  for (const number of numbers) {
    const own = done(await priced(shop.db, number)).offers.find(({ source }) => source === "shelf");
    await quoted(number, [own!.id]);
    await say(number, yes(1));
  }
  const tried = await Promise.all(numbers.map((number) => orderParts(shop.act(), number)));
  expect(tried.filter(({ ok }) => ok)).toHaveLength(1);
  expect((await allStock(shop.db))[0]!.count).toBe(0);
});

test("a part comes in while the supplier is away: nobody waits for it", async () => {
  const number = await agreed();
  done(await orderParts(shop.act(), number));
  supplier.mood({ slow: 60_000 });
  const { order, offer } = (await stand(number)).orders[0]!;
  const came = { id: "a", order, code: offer.code, serial: "" };
  expect(done(await arrive(shop.act(), number, came))).toEqual({ fits: true });
});

test("what nobody has taken out of a model yet is quoted by the minutes that a person allows", async () => {
  const unknown = { code: "UX-330", maker: "Umber", model: "Ox 13", width: "305", height: "212" };
  const number = await shop.ticket({ ...unknown, parts: ["battery"] });
  const hand = [{ name: "Pack", part: "battery", price: 4_000, days: 3 }];
  const ask = (more: object) =>
    makeQuote(shop.act(), number, { id: `u${(asked += 1)}`, offers: [], hand, ...more });
  expect(await ask({})).toEqual({
    ok: false,
    error: { type: "minutes-unknown", parts: ["Battery"] },
  });
  done(await ask({ minutes: 45 }));
  const rates = await ratesOf(shop.db);
  const { quotes } = await stand(number);
  expect(quotes).toMatchObject([{ minutes: 45 }]);
  expect(quotes[0]!.lines.find(({ kind }) => kind === "labour")?.net).toBe(0.75 * rates.hour);
  // Where the guide knows the way, nobody's word changes the minutes.
  const known = await shop.ticket({ parts: ["fan"] });
  const [cheapest] = await fanOffers(known);
  done(
    await makeQuote(shop.act(), known, { id: "k1", offers: [cheapest!], hand: [], minutes: 999 }),
  );
  expect((await stand(known)).quotes[0]!.minutes).toBeLessThan(60);
});
