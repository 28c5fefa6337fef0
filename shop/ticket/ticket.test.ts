import { GOOD_MACHINE, simulatedProbe } from "../../core/devices/index.ts";
import { done, FACTS, MIREL, only, TestShop, TOBIN } from "../../testing/shop.ts";
import { openTickets, ticketCounts, transitionsOf } from "../../data/ticket/index.server.ts";
import { reopen } from "../bench/index.server.ts";
import { keepSoak, soakNow, soakPage } from "../soak/index.server.ts";
import {
  allTickets,
  counter,
  decide,
  find,
  lookup,
  customersKnown,
  knownCode,
  takeIn,
  ticketPage,
} from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

describe("taking in", () => {
  test("a machine is promised for today or later, not for a day that is over", async () => {
    const promised = (day: string) => takeIn(shop.act(), { ...FACTS, promised: day });
    expect(await promised("2025-12-31")).toEqual({ ok: false, error: { type: "promise-over" } });
    expect((await promised("2026-01-01")).ok).toBe(true);
    expect(await openTickets(shop.db)).toHaveLength(1);
  });
  test("the same thing sent twice is one ticket", async () => {
    const facts = { ...FACTS, customer: "Twice" };
    const first = await takeIn(shop.act(), facts, "sent-0001");
    expect(await takeIn(shop.act(), facts, "sent-0001")).toEqual(first);
    expect(await takeIn(shop.act(), facts, "sent-0002")).not.toEqual(first);
  });

  test("tickets are numbered on as numbers: after 9999 comes 10000, and 10001", async () => {
    expect([await shop.ticket(), await shop.ticket()]).toEqual([1001, 1002]);
    await shop.byHand(
      "INSERT INTO tickets SELECT 9999, customerId, guideId, code, serial, fault, condition, job, promised, takenIn, signs, waits, work, bench, intake, NULL FROM tickets WHERE number = 1001",
    );
    expect([await shop.ticket(), await shop.ticket()]).toEqual([10000, 10001]);
  });
  test("a customer who comes again is the same customer", async () => {
    await shop.ticket();
    await shop.ticket();
    await shop.ticket({ phone: "2" });
    expect(await shop.db.tables.customers.count()).toBe(2);
  });
  test("an unknown code, a part that is not there: nothing is written", async () => {
    const facts = {
      customer: "W",
      phone: "",
      fault: "x",
      serial: "",
      condition: "",
      signs: [],
      work: "replace",
      intake: {},
      consents: [],
      mode: "short",
      promised: "2026-01-05",
    } as const;
    expect(await takeIn(shop.act(), { ...facts, code: "NO-1", parts: ["fan"] })).toEqual({
      ok: false,
      error: { type: "code-not-known", code: "NO-1" },
    });
    expect(await takeIn(shop.act(), { ...facts, code: "MT15-A2", parts: ["wing"] })).toEqual({
      ok: false,
      error: { type: "part-not-here", part: "wing" },
    });
    expect(await shop.db.tables.tickets.count()).toBe(0);
    expect(await shop.db.tables.customers.count()).toBe(0);
  });
});

describe("decisions", () => {
  test("one is taken once and recorded; the second is told where the ticket stands", async () => {
    const number = await shop.atBench();
    expect(await decide(shop.act(), number, "yes-ready", "")).toEqual({
      ok: false,
      error: { type: "moved-on", waits: "bench" },
    });
    expect(await decide(shop.act(), 9999, "no", "")).toMatchObject({
      error: { type: "ticket-unknown" },
    });
    expect(only(await transitionsOf(shop.db, number))).toEqual({
      at: "2026-01-01T08:00:00.000Z",
      by: "tobin",
      from: "customer",
      to: "bench",
      note: "",
    });
  });
  test("counts go with them", async () => {
    await shop.ticket();
    await shop.atBench();
    expect(Object.fromEntries(await ticketCounts(shop.db))).toEqual({ customer: 1, bench: 1 });
  });
  test("a soak over its limits goes out only with a word", async () => {
    const number = await shop.atBench();
    await shop.play(number);
    const readings = Array.from(
      { length: 180 },
      simulatedProbe(3, { ...GOOD_MACHINE, fanRpm: 0, watts: 40 }),
    );
    const run = { id: "soak-run-1", round: "after" as const, readings };
    done(await keepSoak(shop.act(TOBIN, 600), number, run));
    expect(await decide(shop.act(), number, "soak-passed", "")).toMatchObject({
      ok: false,
      error: { type: "soak-not-passed", verdict: { state: "bad" } },
    });
    expect((await decide(shop.act(), number, "soak-passed", "Owner knows.")).ok).toBe(true);
    const { note } = (await transitionsOf(shop.db, number)).at(-1)!;
    expect(note).toMatch(
      /^Not passed: The fan turns at .* It goes out all the same: Owner knows\./,
    );
  });
  test("what goes back to the bench goes with what the soak came to, or with what was said", async () => {
    const number = await shop.atBench();
    await shop.play(number);
    const still = simulatedProbe(3, { ...GOOD_MACHINE, fanRpm: 0, watts: 40 });
    const readings = Array.from({ length: 180 }, still);
    const run = { id: "soak-run-2", round: "after" as const, readings };
    done(await keepSoak(shop.act(TOBIN, 600), number, run));
    done(await reopen(shop.act(TOBIN, 601), number, " "));
    const note = async () => (await transitionsOf(shop.db, number)).at(-1)!.note;
    expect(await note()).toMatch(/^The fan turns at /);
    const other = await shop.atBench();
    await shop.play(other);
    done(await reopen(shop.act(TOBIN, 602), other, ""));
    expect((await transitionsOf(shop.db, other)).at(-1)!.note).toBe("");
  });
  test("without a run, or with a short one, it is not passed without a reason", async () => {
    const number = await shop.atBench();
    await shop.play(number);
    const state = async () => await decide(shop.act(), number, "soak-passed", " ");
    expect(await state()).toMatchObject({ error: { verdict: { state: "none" } } });
    const cool = (seconds: number) =>
      Array.from({ length: seconds / 10 }, simulatedProbe(3, GOOD_MACHINE, 10));
    const keep = (id: string, seconds: number) =>
      keepSoak(shop.act(TOBIN, 600), number, { id, round: "after", readings: cool(seconds) });
    done(await keep("short-run-1", 300));
    expect(await state()).toMatchObject({ error: { verdict: { state: "short" } } });
    expect(await keep("shorter-run-1", 20)).toMatchObject({
      error: { type: "run-not-kept", fault: { type: "too-short" } },
    });
    done(await keep("long-run-1", 1300));
    expect((await state()).ok).toBe(true);
    expect((await transitionsOf(shop.db, number)).at(-1)!.note).toBe(" ");
  });
});

describe("soaks", () => {
  const readings = Array.from({ length: 90 }, simulatedProbe(1, GOOD_MACHINE));
  const run = { id: "soak-one-1", round: "before" as const, readings };
  test("a run sent twice is kept once; its id for another, or by somebody else, is refused", async () => {
    const number = await shop.ticket();
    expect(await keepSoak(shop.act(), number, run)).toEqual({ ok: true, value: true });
    expect(await keepSoak(shop.act(), number, run)).toEqual({ ok: true, value: true });
    const taken = { ok: false, error: { type: "id-taken" } };
    expect(await keepSoak(shop.act(), number, { ...run, round: "after" })).toEqual(taken);
    expect(await keepSoak(shop.act(MIREL), number, run)).toEqual(taken);
    expect(await keepSoak(shop.act(), 9, run)).toMatchObject({ error: { type: "ticket-unknown" } });
    expect(only((await soakPage(shop.db, number))!.runs)).toMatchObject({ readings, by: "tobin" });
  });
  test("a run before the machine was shut last does not count any more", async () => {
    const number = await shop.atBench();
    const hot = Array.from(
      { length: 180 },
      simulatedProbe(3, { ...GOOD_MACHINE, fanRpm: 0, watts: 40 }),
    );
    done(await keepSoak(shop.act(), number, { id: "too-early-1", round: "after", readings: hot }));
    await shop.play(number);
    const { facts } = await shop.ledger(number);
    expect(await soakNow(shop.db, facts)).toEqual({ state: "none" });
    done(
      await keepSoak(shop.act(TOBIN, 600), number, {
        id: "in-time-1",
        round: "after",
        readings: hot,
      }),
    );
    expect(await soakNow(shop.db, facts)).toMatchObject({
      state: "bad",
      faults: [{ what: "fan" }, { what: "heat" }],
    });
  });
});

describe("lists", () => {
  test("the counter shows what waits, worst promise first; what was handed back has its own place", async () => {
    const late = await shop.atBench({ promised: "2026-01-02" });
    const soon = await shop.atBench({ promised: "2026-01-04" });
    const gone = await shop.ticket({ customer: "Gone" });
    await decide(shop.act(), gone, "no", "");
    await shop.handBack(gone);
    const { lines, handedBack } = await counter(shop.shop);
    expect(lines.map(({ number }) => number)).toEqual([late, soon]);
    expect(handedBack).toBe(1);
    expect((await counter(shop.shop, "soak")).lines).toEqual([]);
    const all = await allTickets(shop.shop, { query: "", page: 1, size: 50 });
    expect(all).toMatchObject({ tickets: 3, query: { page: 1 } });
    expect(all.lines.map(({ number }) => number)).toEqual([gone, soon, late]);
  });
  test("all tickets are looked through by number, name, serial, machine and part, page by page", async () => {
    for (let i = 0; i < 52; i++) await shop.ticket({ customer: i === 7 ? "50% off_" : "Wren" });
    const numbers = async (query: string, page = 1) =>
      (await allTickets(shop.shop, { query, page, size: 50 })).lines.map(({ number }) => number);
    expect(await numbers("", 2)).toEqual([1002, 1001]);
    expect(await numbers("", 99)).toEqual([1002, 1001]);
    expect(await numbers("1008")).toEqual([1008]);
    expect(await numbers("50% off_")).toEqual([1008]);
    expect(await numbers("%")).toEqual([1008]);
    expect(await numbers("A2-1")).toHaveLength(50);
    expect(await numbers("Tern")).toHaveLength(50);
    expect(await numbers("batt")).toHaveLength(50);
    expect(await numbers("nobody")).toEqual([]);
  });
  test("all tickets are sorted by what is asked for, both ways", async () => {
    const zora = await shop.ticket({ customer: "Zora" });
    const abel = await shop.ticket({ customer: "abel" });
    const by = async (isUp: boolean) =>
      (
        await allTickets(shop.shop, { query: "", page: 1, size: 10, by: "customer", isUp })
      ).lines.map(({ number }) => number);
    expect(await by(true)).toEqual([abel, zora]);
    expect(await by(false)).toEqual([zora, abel]);
  });
  test("a line says the fault, and since when it waits: taken in, or the last decision", async () => {
    const number = await shop.ticket({ fault: "Dead after rain." });
    const [line] = (await counter(shop.shop)).lines;
    expect(line).toMatchObject({ number, fault: "Dead after rain." });
    expect(line!.since).toMatch(/^\d{4}-\d\d-\d\dT/);
    const act = shop.act();
    await decide(act, number, "yes-order", "");
    const [later] = (await counter(shop.shop)).lines;
    expect(later!.since >= line!.since).toBe(true);
  });
  test("the page of a ticket that is not there is told", async () => {
    expect(await ticketPage(shop.shop, 9)).toEqual({
      ok: false,
      error: { type: "ticket-unknown" },
    });
    const page = done(await ticketPage(shop.shop, await shop.ticket()));
    expect(page.work).toMatchObject({ ok: true, value: { state: { phase: "idle" } } });
  });
});

test("a few words mean tickets, machines and parts, some of each", async () => {
  const number = await shop.ticket({ customer: "Batt Orley" });
  const hits = await lookup(shop.db, "batt");
  expect(hits[0]).toMatchObject({ type: "ticket", number });
  expect(hits).toContainEqual(expect.objectContaining({ type: "part", name: "Battery" }));
  expect(await lookup(shop.db, "mt15")).toContainEqual(
    expect.objectContaining({ type: "machine", guideId: "marrowby-tern-15" }),
  );
  expect(await lookup(shop.db, "")).toEqual([]);
  expect(await lookup(shop.db, "no such thing")).toEqual([]);
  // Letters that mean something to the database mean themselves, or nothing.
  expect(await lookup(shop.db, "%")).toEqual([]);
  expect(await lookup(shop.db, "_")).toEqual([]);
  expect(await lookup(shop.db, "\0")).toEqual([]);
  expect(await lookup(shop.db, "or\0ley")).toMatchObject([{ type: "ticket", number }]);
  expect(await customersKnown(shop.db, "ley")).toEqual([
    { name: "Batt Orley", phone: expect.any(String) as string },
  ]);
  expect(await customersKnown(shop.db, "%")).toEqual([]);
});

test("the find box knows a ticket's number, and a code as the guide writes it", async () => {
  const number = await shop.ticket();
  expect(await find(shop.db, `#${number}`)).toEqual({ type: "ticket", number });
  expect(await find(shop.db, "mt15-a3")).toEqual({ type: "code", code: "MT15-A3" });
  expect(await find(shop.db, "99999999999999")).toBeUndefined();
  expect(await find(shop.db, "nothing")).toBeUndefined();
});

test("the find box knows a phone however it is spelt, a name and a serial; several tickets are a list", async () => {
  const number = await shop.ticket({
    customer: "Iva Quill",
    phone: "0171 / 555-0123",
    serial: "QX-9",
  });
  const one = { type: "ticket", number };
  for (const typed of ["01715550123", "+49 171 5550123", "555 0123", "Quill", "qx-9"]) {
    expect([typed, await find(shop.db, typed)]).toEqual([typed, one]);
  }
  expect(await find(shop.db, "5550124")).toBeUndefined();
  expect(await find(shop.db, "0123-")).toBeUndefined();
  await shop.ticket({ customer: "Iva Quill", phone: "0171 / 555-0123" });
  expect(await find(shop.db, "0171 555 0123")).toEqual({ type: "tickets" });
  expect(
    (await lookup(shop.db, "01715550123")).filter(({ type }) => type === "ticket"),
  ).toHaveLength(2);
});

test("a code says its machine and parts, or which machines it may mean", async () => {
  expect((await knownCode(shop.db, "MT15-A3")).found).toMatchObject({ name: "Marrowby Tern 15" });
  const near = async (typed: string) =>
    (await knownCode(shop.db, typed)).near.map(({ code }) => code);
  expect(await near("X")).toEqual([]);
  expect(await near("MT15A9")).toEqual(["MT15-A2", "MT15-A3"]);
  expect(await near("MT15-A3-EU")).toEqual(["MT15-A3"]);
  expect(await near("tern white label")).toEqual(["MT15-A2", "MT15-A3"]);
  expect(await near("ZK-77Q")).toEqual([]);
});
