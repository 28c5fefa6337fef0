import { renameSync, statSync } from "node:fs";
import path from "node:path";
import { hash } from "@node-rs/argon2";
import { PINS } from "../../demo/scenario.ts";
import { only, done, MIREL, TestShop, TOBIN } from "../../testing/shop.ts";
import {
  allPeople,
  keepPinHash,
  keepTries,
  pinHashOf,
  recordLines,
  triesOf,
} from "../../data/people/index.server.ts";
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
  wrongTriesLately,
} from "./index.server.ts";
import { isPinOf } from "./pin-hash.server.ts";

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
  const strange = { screen: "a-stranger" };
  for (let i = 0; i < 5; i++) {
    await come("tobin", "9999", { ...strange, address: `10.0.1.${i}` });
  }
  expect(await come("tobin", "5280")).toEqual({ ok: false, error: { type: "wait", wait: 5_000 } });
  expect((await come("tobin", "5280", { now: at(1) })).ok).toBe(true);
  for (let i = 0; i < 13; i++) await come(`nobody-${i}`, "9999");
  expect(await come("mirel", "4071")).toMatchObject({ ok: false, error: { type: "wait" } });
  expect((await come("mirel", "4071", { address: "10.0.0.6" })).ok).toBe(true);
});

test("of any number of tries at once no more are looked at than one after the other", async () => {
  const all = await Promise.all(
    Array.from({ length: 60 }, (_, i) =>
      come("tobin", String(8000 + i), { address: `10.1.0.${i}`, screen: `s-${i}` }),
    ),
  );
  const looked = all.filter((one) => !one.ok && one.error.type === "wrong");
  expect(looked).toHaveLength(5);
  expect(await come("tobin", "5280")).toMatchObject({ ok: false, error: { type: "wait" } });
  expect((await wrongTriesLately(shop.db, at(1))).get("tobin")).toBe(5);
  expect((await recordLines(shop.db, 1))[0]).toMatchObject({ what: "wrong-pin", about: "tobin" });
});

test("who comes in rightly from many new screens is no wrong try of the shop", async () => {
  const all = { of: "shop", who: "all" } as const;
  const before = { wrong: 58, last: at(0).getTime() };
  await shop.db.write((transaction) => keepTries(shop.db, all, before, transaction));
  for (let i = 0; i < 5; i++) {
    const fresh = { screen: `fresh-${i}`, address: `10.4.0.${i}`, now: at(i + 1) };
    expect((await come("mirel", "4071", fresh)).ok).toBe(true);
  }
  expect(await triesOf(shop.db, all)).toMatchObject({ wrong: 58 });
});

test("strangers keep nobody out of a screen of their own, and are all counted together", async () => {
  done(await come("tobin", "5280"));
  for (let i = 0; i < 70; i++) {
    await come(`nobody-${i}`, "9999", { address: `10.2.0.${i}`, screen: `s-${i}` });
  }
  const elsewhere = await come("mirel", "4071", { address: "10.9.9.9", screen: "new" });
  expect(elsewhere).toMatchObject({ ok: false, error: { type: "wait" } });
  for (let i = 0; i < 9; i++)
    await come("tobin", "9999", { screen: "new", address: `10.3.0.${i}` });
  expect((await come("tobin", "5280")).ok).toBe(true);
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

test("two leads who step down at once leave one, and a name that is added thrice at once is one", async () => {
  const act = shop.act(MIREL);
  done(await changeMember(act, "tobin", { role: "lead", gone: false }));
  const both = await Promise.all(
    ["mirel", "tobin"].map((id) => changeMember(act, id, { role: "technician", gone: false })),
  );
  expect(both.filter(({ ok }) => ok)).toHaveLength(1);
  const thrice = await Promise.all([1, 2, 3].map(() => addMember(act, "Pim Ardley", "learner")));
  expect(thrice.filter(({ ok }) => ok)).toHaveLength(1);
  expect(thrice.filter((one) => !one.ok && one.error.type === "name-taken")).toHaveLength(2);
});

test("a new PIN of one's own ends the other sessions, another role all of them", async () => {
  const here = done(await come("tobin", "5280", { screen: "here" }));
  const there = done(await come("tobin", "5280", { screen: "there" }));
  done(await changePin({ ...shop.act(TOBIN), screen: "here" }, "5280", "830561"));
  expect([await who(here), await who(there)]).toEqual(["tobin", undefined]);
  done(await changeMember(shop.act(MIREL), "tobin", { role: "learner", gone: false }));
  expect(await who(here)).toBeUndefined();
});

test("nobody but the lead changes who works here; everybody changes their own PIN, by the old one", async () => {
  await expect(addMember(shop.act(TOBIN), "X", "lead")).rejects.toThrow(NotAllowed);
  await expect(renewPin(shop.act(TOBIN), "mirel")).rejects.toThrow(NotAllowed);
  await expect(keepIdle(shop.act(TOBIN), 5)).rejects.toThrow(NotAllowed);
  const act = shop.act(TOBIN);
  expect(await changePin(act, "1111", "830561")).toMatchObject({ error: { type: "pin-wrong" } });
  expect(await changePin(act, "5280", "123456")).toMatchObject({ error: { type: "pin-weak" } });
  done(await changePin(act, "5280", "830561"));
  expect((await come("tobin", "830561")).ok).toBe(true);
});

test("a lead may take a passphrase in place of a PIN; nobody else does", async () => {
  const phrase = "copper kettle on nine stairs";
  expect(await changePin(shop.act(TOBIN), "5280", phrase)).toMatchObject({
    error: { type: "pin-form" },
  });
  const pin = PINS["mirel"]!;
  for (const [text, type] of [
    ["too short", "phrase-form"],
    [" begins with a blank", "phrase-form"],
    ["lalalalalalalalala", "phrase-weak"],
    ["123456", "pin-weak"],
  ] as const) {
    expect(await changePin(shop.act(MIREL), pin, text)).toMatchObject({ error: { type } });
  }
  done(await changePin(shop.act(MIREL), pin, phrase));
  expect((await come("mirel", pin)).ok).toBe(false);
  expect((await come("mirel", phrase)).ok).toBe(true);
  expect((await whoCanSignIn(shop.db)).find(({ id }) => id === "mirel")).toMatchObject({
    hasPhrase: true,
  });
  done(await changePin(shop.act(MIREL), phrase, "830561"));
  expect((await come("mirel", "830561")).ok).toBe(true);
});

test("one's own PIN is guessed no faster at an open screen than at the door", async () => {
  const act = shop.act(TOBIN);
  for (let i = 0; i < 5; i++) await changePin(act, String(9000 + i), "830561");
  expect(await changePin(act, "5280", "830561")).toMatchObject({ error: { type: "pin-wrong" } });
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

test("a PIN is kept with the key that lies beside the database: without it no guess is right", async () => {
  const key = path.join(shop.folder, "bench.key");
  const kept = await pinHashOf(shop.db, "mirel");
  expect(kept).toMatch(/^k:[0-9a-f]{12}:\$argon2id\$/);
  expect(statSync(key).mode & 0o077).toBe(0);
  expect((await come("mirel", "4071")).ok).toBe(true);
  // Whoever has the database alone tries the right PIN in vain.
  renameSync(key, `${key}.away`);
  expect(await isPinOf(shop.db, kept, "4071")).toBe(false);
  expect(await isPinOf(shop.db, undefined, "4071")).toBe(false);
  // The lead is let in anew, once; with the old key back both are good.
  const made = await firstLead(shop.db);
  expect((await come("mirel", made!.pin)).ok).toBe(true);
  expect((await come("tobin", "5280")).ok).toBe(false);
  expect(await firstLead(shop.db)).toBeUndefined();
});

test("a PIN from before there was a key is kept with it from its next sign-in on", async () => {
  const bare = await hash("4071");
  await shop.db.write((transaction) =>
    keepPinHash(shop.db, "mirel", bare, { digits: 4, hasPhrase: false }, transaction),
  );
  expect((await come("mirel", "4072")).ok).toBe(false);
  expect(await pinHashOf(shop.db, "mirel")).toBe(bare);
  expect((await come("mirel", "4071")).ok).toBe(true);
  expect(await pinHashOf(shop.db, "mirel")).toMatch(/^k:/);
  expect((await come("mirel", "4071")).ok).toBe(true);
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

test("a tick is believed within its maker's session at its screen, by the clock of the shop", async () => {
  const number = await shop.atBench({ parts: ["fan"] });
  const first = done(await come("tobin", "5280"));
  const over = await signIn(shop.db, {
    person: "mirel",
    pin: "4071",
    address: "10.0.0.5",
    screen: "bench-1",
    now: at(30),
    before: first,
  });
  expect(over.ok).toBe(true);
  const { tick } = await import("../bench/index.server.ts");
  let sent = 0;
  /** What comes of a tick that says it was made then, sent an hour later; `clock`: what its screen says it is. */
  const made = async (when: Date, by?: string, clock?: Date) => {
    const { events } = await shop.ledger(number);
    const stop = { do: "answer", stop: "begin", answer: "yes" } as const;
    const one = { id: `tick-${(sent += 1)}-made`, at: when.toISOString(), entry: stop };
    const more = { ...(by ? { by } : {}), ...(clock ? { now: clock.toISOString() } : {}) };
    const act = { ...shop.act(MIREL), screen: "bench-1", now: () => at(90) };
    return tick(act, number, { ...one, ...more, after: events.length });
  };
  const refused = { ok: false, error: { type: "not-yours" } };
  // Tobin's session was from 0 to 30; the lead's goes on. Neither was there in other years.
  expect(await made(at(60), "tobin")).toEqual(refused);
  for (const year of [1999, 2099]) {
    expect(await made(new Date(Date.UTC(year, 0, 1)))).toEqual(refused);
    expect(await made(new Date(Date.UTC(year, 0, 1)), "tobin")).toEqual(refused);
  }
  expect(await made(at(100))).toEqual(refused);
  expect((await made(at(20), "tobin")).ok).toBe(true);
  // A screen whose clock is a day behind is understood.
  const behind = (minute: number) => new Date(at(minute).getTime() - 86_400_000);
  expect((await made(behind(80), undefined, behind(90))).ok).toBe(true);
  expect((await shop.written(number)).at(-1)!.at).toBe(at(80).toISOString());
  // Who has left writes nothing more, whenever it was made.
  done(await changeMember(shop.act(MIREL), "tobin", { role: "technician", gone: true }));
  expect(await made(at(21), "tobin")).toEqual(refused);
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
