import { only, done, MIREL, TestShop, TOBIN } from "../../testing/shop.ts";
import { allPeople, recordLines } from "../../data/people/index.server.ts";
import { NotAllowed } from "../act.server.ts";
import {
  addMember,
  changeMember,
  changePin,
  demoPins,
  firstLead,
  keepDemoPins,
  keepIdle,
  renewPin,
  isStillIn,
  signedIn,
  signIn,
  signOut,
  whoCanSignIn,
} from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
  await keepDemoPins(shop.db, { mirel: "4071", tobin: "5280" });
});
afterEach(() => shop.close());

const at = (minute: number) => new Date(Date.UTC(2026, 0, 1, 8, minute));
const come = (person: string, pin: string, more: object = {}) =>
  signIn(shop.db, {
    person,
    pin,
    address: "10.0.0.5",
    screen: "bench-1",
    now: at(0),
    before: undefined,
    ...more,
  });
const who = async (token: string, minute = 1) =>
  (await signedIn(shop.db, token, at(minute)))?.person.id;

test("somebody comes in by their PIN, and is out when they sign out", async () => {
  expect(await come("tobin", "4071")).toEqual({ ok: false, error: { type: "wrong" } });
  const token = done(await come("tobin", "5280"));
  expect(await who(token)).toBe("tobin");
  expect(await who(`${token}x`)).toBeUndefined();
  await signOut(shop.db, token, at(2));
  expect(await who(token, 2)).toBeUndefined();
});

test("asking whether a session is open does not keep it so", async () => {
  await keepIdle(shop.act(MIREL), 10);
  const token = done(await come("tobin", "5280"));
  for (const minute of [3, 6, 9]) expect(await isStillIn(shop.db, token, at(minute))).toBe(true);
  expect(await isStillIn(shop.db, token, at(12))).toBe(false);
  expect(await isStillIn(shop.db, `${token}x`, at(1))).toBe(false);
});

test("a hand-over ends the session of before, and the record says who came", async () => {
  const first = done(await come("tobin", "5280"));
  const second = done(await come("mirel", "4071", { before: first }));
  expect(await who(first)).toBeUndefined();
  expect(await who(second)).toBe("mirel");
  expect((await recordLines(shop.db, 2)).map(({ by, what }) => [by, what])).toEqual([
    ["mirel", "signed-in"],
    ["tobin", "signed-in"],
  ]);
});

test("a session is over after its idle time, which the lead sets", async () => {
  await keepIdle(shop.act(MIREL), 10);
  const token = done(await come("tobin", "5280"));
  expect(await who(token, 10)).toBe("tobin");
  // Seen at ten past: it counts from there.
  expect(await who(token, 20)).toBe("tobin");
  expect(await who(token, 31)).toBeUndefined();
});

test("wrong tries slow the next ones down, by person and by address, whatever is right then", async () => {
  for (let i = 0; i < 5; i++) await come("tobin", "9999", { address: `10.0.1.${i}` });
  expect(await come("tobin", "5280")).toEqual({ ok: false, error: { type: "wait", wait: 5_000 } });
  expect((await come("tobin", "5280", { now: at(1) })).ok).toBe(true);
  for (let i = 0; i < 13; i++) await come(`nobody-${i}`, "9999");
  expect(await come("mirel", "4071")).toMatchObject({ ok: false, error: { type: "wait" } });
  expect((await come("mirel", "4071", { address: "10.0.0.6" })).ok).toBe(true);
});

test("many tries at once are each counted", async () => {
  await Promise.all(Array.from({ length: 12 }, (_, i) => come("tobin", String(8000 + i))));
  expect(await come("tobin", "5280")).toMatchObject({ ok: false, error: { type: "wait" } });
});

test("the lead adds somebody, gives a new PIN, and lets people leave: their deeds stay, they are out at once", async () => {
  const { person, pin } = done(await addMember(shop.act(MIREL), "Pim Ardley", "learner"));
  const token = done(await come(person, pin));
  const renewed = done(await renewPin(shop.act(MIREL), person));
  expect(await who(token)).toBeUndefined();
  expect((await come(person, renewed)).ok).toBe(true);
  const left = done(await come(person, renewed));
  done(await changeMember(shop.act(MIREL), person, { role: "learner", gone: true }));
  expect(await who(left)).toBeUndefined();
  expect((await come(person, renewed, { now: at(5) })).ok).toBe(false);
  expect((await whoCanSignIn(shop.db)).map(({ id }) => id)).toEqual(["mirel", "tobin"]);
  expect((await allPeople(shop.db)).map(({ id, gone }) => [id, gone])).toContainEqual([
    person,
    true,
  ]);
  expect(await addMember(shop.act(MIREL), "tobin harrow", "learner")).toMatchObject({
    error: { type: "name-taken" },
  });
});

test("somebody is always left who may change who works here", async () => {
  const act = shop.act(MIREL);
  const last = await changeMember(act, "mirel", { role: "technician", gone: false });
  expect(last).toEqual({ ok: false, error: { type: "last-lead" } });
  done(await changeMember(act, "tobin", { role: "lead", gone: false }));
  done(await changeMember(act, "mirel", { role: "technician", gone: false }));
});

test("nobody but the lead changes who works here; everybody changes their own PIN, by the old one", async () => {
  await expect(addMember(shop.act(TOBIN), "X", "lead")).rejects.toThrow(NotAllowed);
  await expect(renewPin(shop.act(TOBIN), "mirel")).rejects.toThrow(NotAllowed);
  await expect(keepIdle(shop.act(TOBIN), 5)).rejects.toThrow(NotAllowed);
  const act = shop.act(TOBIN);
  expect(await changePin(act, "1111", "8305")).toMatchObject({ error: { type: "pin-wrong" } });
  expect(await changePin(act, "5280", "1234")).toMatchObject({ error: { type: "pin-weak" } });
  done(await changePin(act, "5280", "83056"));
  expect((await come("tobin", "83056")).ok).toBe(true);
});

test("one's own PIN is guessed no faster at an open screen than at the door", async () => {
  const act = shop.act(TOBIN);
  for (let i = 0; i < 5; i++) await changePin(act, String(9000 + i), "8305");
  expect(await changePin(act, "5280", "8305")).toMatchObject({ error: { type: "pin-wrong" } });
  expect(await come("tobin", "5280")).toMatchObject({ error: { type: "wait" } });
});

test("the first start makes a lead who can come in, once", async () => {
  expect(await firstLead(shop.db)).toBeUndefined();
  await shop.db.write((transaction) =>
    shop.db.tables.people.update({ pin: null, digits: 0 }, { where: {}, transaction }),
  );
  await new Promise((resolve) => setTimeout(resolve, 2_100));
  const made = await firstLead(shop.db);
  expect(made).toMatchObject({
    name: "Mirel Oakes",
    pin: expect.stringMatching(/^\d{6}$/) as unknown,
  });
  expect((await come("mirel", made!.pin)).ok).toBe(true);
  expect(await firstLead(shop.db)).toBeUndefined();
});

test("a demo shows its PINs", async () => {
  expect(await demoPins(shop.db)).toEqual({ mirel: "4071", tobin: "5280" });
});

test.each(["events", "transitions", "deeds", "record"])(
  "what stands in %s is not edited away",
  async (table) => {
    const number = await shop.atBench();
    await shop.play(number, 3);
    done(await come("tobin", "5280"));
    const sql = [
      `DELETE FROM ${table}`,
      `UPDATE ${table} SET at = '1999'`,
      `UPDATE ${table} SET "by" = 'mirel'`,
    ];
    for (const one of sql) {
      await expect(shop.byHand(one)).rejects.toThrow(/Validation|kept/);
    }
  },
);

test("a tick is its maker's where the screen was handed over, and nobody's who was never there", async () => {
  const number = await shop.atBench({ parts: ["fan"] });
  done(await come("tobin", "5280"));
  const { events } = await shop.ledger(number);
  const sent = (id: string, by: string, after: number) => ({
    id,
    at: at(3).toISOString(),
    by,
    entry: { do: "answer", stop: "begin", answer: "yes" } as const,
    after,
  });
  const { tick } = await import("../bench/index.server.ts");
  const act = { ...shop.act(MIREL), screen: "bench-1" };
  expect(
    await tick({ ...act, screen: "other" }, number, sent("by-other-1", "tobin", events.length)),
  ).toEqual({ ok: false, error: { type: "not-yours" } });
  done(await tick(act, number, sent("by-tobin-1", "tobin", events.length)));
  const written = (await shop.written(number)).at(-1)!;
  expect([written.id, written.by]).toEqual(["by-tobin-1", "tobin"]);
});

test("who may not tick writes nothing, and hears who may", async () => {
  const number = await shop.atBench({ parts: ["fan"] });
  const desk = { id: "ysolde", name: "Ysolde", role: "front-desk" } as const;
  const { events } = await shop.ledger(number);
  const refused = await shop.tick(
    number,
    "by-desk-11",
    { do: "answer", stop: "begin", answer: "yes" },
    events.length,
    desk,
  );
  expect(refused).toEqual({ ok: false, error: { type: "not-allowed", doing: "tick" } });
  expect(only(await whoCanSignIn(shop.db).then((people) => people.slice(0, 1))).id).toBe("mirel");
});
