import { USUAL_RATES } from "../../core/quote/index.ts";
import { standOf, waitsOf } from "../../core/ticket/index.ts";
import { migrate, migrateDownTo } from "../../data/database/migrate.server.ts";
import { deedsOf, ticketFacts, transitionsOf } from "../../data/ticket/index.server.ts";
import { MIREL, done, ofAFile, TestShop } from "../../testing/shop.ts";
import { reopen } from "../bench/index.server.ts";
import { decide } from "../ticket/index.server.ts";
import { keepRates, ratesOf, record } from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const decideAll = async (number: number, ...ids: readonly string[]) => {
  for (const id of ids) done(await decide(shop.act(), number, id, "watched"));
};

/** A ticket at each place that it can stand at. */
async function oneOfEach(): Promise<readonly number[]> {
  const parts = ["fan"];
  const fresh = await shop.ticket({ parts });
  const [ordered, refused] = [await shop.ticket({ parts }), await shop.ticket({ parts })];
  await decideAll(ordered, "yes-order");
  await decideAll(refused, "no");
  const [begun, shut] = [await shop.atBench({ parts }), await shop.atBench({ parts })];
  await shop.play(begun, 3);
  await shop.play(shut);
  const [back, proven, gone] = [
    await shop.atBench({ parts }),
    await shop.atBench({ parts }),
    await shop.atBench({ parts }),
  ];
  for (const number of [back, proven, gone]) await shop.play(number);
  done(await reopen(shop.act(), back, "it howls"));
  await decideAll(proven, "soak-passed");
  await decideAll(gone, "soak-passed");
  await shop.handBack(gone);
  return [fresh, ordered, refused, begun, shut, back, proven, gone];
}

ofAFile("a database file", () => {
  test("a shop of before: what its transitions were is read as deeds, and every ticket stands where it stood", async () => {
    const numbers = await oneOfEach();
    const stands = () => Promise.all(numbers.map((number) => ticketFacts(shop.db, number)));
    const before = (await stands()).map((facts) => facts!.waits);
    expect(before).toEqual([
      "customer",
      "part",
      "collection",
      "bench",
      "soak",
      "bench",
      "collection",
      "nothing",
    ]);
    await migrateDownTo(shop.db.sequelize, "2026-11-30-packs");
    await migrate(shop.db.sequelize);
    for (const [i, facts] of (await stands()).entries()) {
      expect([numbers[i], facts!.waits]).toEqual([numbers[i], before[i]]);
      const stand = standOf(await deedsOf(shop.db, numbers[i]!));
      expect([numbers[i], waitsOf(facts!, stand)]).toEqual([numbers[i], before[i]]);
    }
    // And it goes on from there.
    await decideAll(numbers[1]!, "part-in");
    expect((await ticketFacts(shop.db, numbers[1]!))!.waits).toBe("bench");
  });
});

test("a change of what it waits for stands in the record once, with who and why; no change, no line", async () => {
  const number = await shop.ticket({ parts: ["fan"] });
  const later = { kind: "answered", answer: "later", note: "" } as const;
  done(await record(shop.act(), number, [later], { note: "thinks it over" }));
  expect(await transitionsOf(shop.db, number)).toEqual([]);
  const yes = { kind: "answered", answer: "yes", note: "" } as const;
  done(await record(shop.act(), number, [yes, { kind: "here", note: "" }], { note: "both" }));
  expect(await transitionsOf(shop.db, number)).toEqual([
    { at: "2026-01-01T08:00:00.000Z", by: "tobin", from: "customer", to: "bench", note: "both" },
  ]);
});

test("deeds are written all or none", async () => {
  const number = await shop.ticket({ parts: ["fan"] });
  const yes = { kind: "answered", answer: "yes", note: "" } as const;
  const refused = await record(shop.act(), number, [yes, { kind: "worked", note: "" }]);
  expect(refused).toMatchObject({ ok: false, error: { type: "moved-on", waits: "part" } });
  expect(await deedsOf(shop.db, number)).toEqual([]);
});

test("the same id is written once; with other content, or for another ticket, it is refused", async () => {
  const [one, other] = [await shop.ticket(), await shop.ticket()];
  const paid = { kind: "paid", cents: 500, way: "cash" } as const;
  done(await record(shop.act(), one, [paid], { id: "p" }));
  done(await record(shop.act(), one, [paid], { id: "p" }));
  expect(await deedsOf(shop.db, one)).toHaveLength(1);
  const more = { ...paid, cents: 501 };
  expect(await record(shop.act(), one, [more], { id: "p" })).toMatchObject({
    error: { type: "id-taken" },
  });
  expect(await record(shop.act(), other, [paid], { id: "p" })).toMatchObject({
    error: { type: "id-taken" },
  });
  expect(await record(shop.act(), 9999, [paid])).toMatchObject({
    error: { type: "ticket-unknown" },
  });
});

test("what the shop reckons by is the usual until it says otherwise, and what is damaged is the usual again", async () => {
  expect(await ratesOf(shop.db)).toEqual(USUAL_RATES);
  await keepRates(shop.act(MIREL), { ...USUAL_RATES, hour: 7500 });
  expect((await ratesOf(shop.db)).hour).toBe(7500);
  // A shop that kept its rates before there was more to say has the usual there.
  await shop.byHand(`UPDATE settings SET value = '{"hour":7500}' WHERE key = 'rates'`);
  expect(await ratesOf(shop.db)).toEqual({ ...USUAL_RATES, hour: 7500 });
  await shop.byHand("UPDATE settings SET value = '{' WHERE key = 'rates'");
  expect(await ratesOf(shop.db)).toEqual(USUAL_RATES);
});
