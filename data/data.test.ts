import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { QueryTypes, type Transaction } from "sequelize";
import type { Entry, LedgerEvent } from "../core/bench/index.ts";
import { type Database, openDatabase } from "./database/database.server.ts";
import { guideByCode, guideById, storeGuide } from "./guides/guides.server.ts";
import { eventsOf, openLedger } from "./ledger/kept-ledgers.server.ts";
import { appendEvent, changeJob } from "./ledger/ledger.server.ts";
import { planFor } from "./plans/plans.server.ts";
import { allTickets, createTicket, decide, ticketByNumber } from "./tickets/tickets.server.ts";

const file = JSON.parse(
  readFileSync(path.join(import.meta.dirname, "../guides/marrowby-tern-15.json"), "utf8"),
) as Record<string, unknown>;
const stamp = { at: "2026-01-01T08:00:00.000Z", by: "Tobin", note: "" };
const facts = {
  customer: "Wren",
  phone: "1",
  fault: "Dead",
  code: "MT15-A2",
  serial: "",
  condition: "",
  parts: ["battery"],
  mode: "short" as const,
  promised: "2026-01-05",
  guideId: "marrowby-tern-15",
};

let folder: string;
let db: Database;
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "bench-data-"));
  db = await openDatabase(folder);
  await storeGuide(db, file);
});
afterEach(async () => {
  await db.sequelize.close();
  rmSync(folder, { recursive: true, force: true });
});

async function atBench(): Promise<string> {
  const number = await createTicket(db, facts, { ...stamp, customerId: "c1" });
  await decide(db, number, "yes-ready", stamp);
  return number;
}
const event = (id: string, entry: Entry): LedgerEvent => ({ id, at: stamp.at, by: "T", entry });
const screws = event("first-event", {
  do: "release",
  joint: "base-screws-rear",
  count: 6,
  cell: 1,
});

test("the database writes ahead and syncs fully, in transactions too", async () => {
  const pragma = (name: string, transaction?: Transaction) =>
    db.sequelize.query(`PRAGMA ${name}`, { type: QueryTypes.SELECT, transaction });
  expect(await pragma("journal_mode")).toEqual([{ journal_mode: "wal" }]);
  await db.sequelize.transaction(async (transaction) => {
    expect(await pragma("synchronous", transaction)).toEqual([{ synchronous: 2 }]);
  });
});

test("a guide with errors is not stored", async () => {
  const stored = await storeGuide(db, { ...file, id: "other", parts: {} });
  expect(stored.ok).toBe(false);
  expect(await db.models.guides.count()).toBe(1);
});

test("a machine is found by its code, whatever its case and blanks", async () => {
  expect((await guideByCode(db, " mt15 -a3"))?.code).toBe("MT15-A3");
  expect(await guideByCode(db, "MT15")).toBeUndefined();
});

test("tickets are numbered on, and a customer who comes again is the same customer", async () => {
  const first = await createTicket(db, facts, { ...stamp, customerId: "c1" });
  const second = await createTicket(db, facts, { ...stamp, customerId: "c2" });
  expect([first, second]).toEqual(["1001", "1002"]);
  expect(await db.models.customers.count()).toBe(1);
  expect((await allTickets(db)).map(({ machine }) => machine)).toEqual([
    "Marrowby Tern 15",
    "Marrowby Tern 15",
  ]);
});

test("a decision is taken once and recorded; the second one is told where the ticket stands", async () => {
  const number = await atBench();
  expect(await decide(db, number, "yes-ready", stamp)).toEqual({
    ok: false,
    error: { type: "moved-on", waits: "bench" },
  });
  expect(await decide(db, "9999", "no", stamp)).toMatchObject({
    error: { type: "ticket-unknown" },
  });
  expect((await ticketByNumber(db, number))!.moves).toEqual([
    { at: stamp.at, by: "Tobin", from: "customer", to: "bench", note: "" },
  ]);
});

test("a plan is made once and kept", async () => {
  const job = { guideId: facts.guideId, code: facts.code, job: { for: ["fan"] } };
  const first = await planFor(db, job);
  expect(await db.models.plans.count()).toBe(1);
  expect(await planFor(db, job)).toEqual(first);
  expect(await planFor(db, { ...job, job: { for: ["wing"] } })).toMatchObject({ ok: false });
  expect(await db.models.plans.count()).toBe(1);
});

const begin = event("begin-event", { do: "answer", stop: "begin", answer: "yes" });

describe("the ledger", () => {
  test("the first tick writes the plan with it; the same event twice is one event", async () => {
    const number = await atBench();
    expect(await eventsOf(db, number)).toEqual([]);
    const first = await appendEvent(db, number, begin, 1);
    expect(first).toMatchObject({ ok: true, value: [{ id: "begin-event" }] });
    expect(await appendEvent(db, number, begin, 1)).toEqual(first);
    expect(await eventsOf(db, number)).toHaveLength(2);
    const ticket = (await ticketByNumber(db, number))!;
    expect((await openLedger(db, ticket)).isWritten).toBe(true);
  });
  test("who is behind is told what was missed, and nothing is written", async () => {
    const number = await atBench();
    await appendEvent(db, number, begin, 1);
    const late = event("late-event", { do: "swap" });
    expect(await appendEvent(db, number, late, 1)).toMatchObject({
      ok: false,
      error: { type: "stale", events: [{ id: "begin-event" }] },
    });
    expect(await eventsOf(db, number)).toHaveLength(2);
  });
  test("what the rules refuse is not written, not even the plan", async () => {
    const number = await atBench();
    const early = event("early-event", { do: "release", joint: "battery-plug" });
    expect(await appendEvent(db, number, early, 1)).toMatchObject({
      ok: false,
      error: { type: "refused", refusal: { type: "blocked" } },
    });
    expect(await eventsOf(db, number)).toEqual([]);
  });
  test("a ticket that is not at the bench, or not there, takes no event; an id is used once", async () => {
    const waiting = await createTicket(db, facts, { ...stamp, customerId: "c1" });
    expect(await appendEvent(db, waiting, begin, 1)).toMatchObject({
      error: { type: "not-at-bench" },
    });
    expect(await appendEvent(db, "9", begin, 1)).toMatchObject({
      error: { type: "ticket-unknown" },
    });
    const [one, two] = [await atBench(), await atBench()];
    await appendEvent(db, one, begin, 1);
    expect(await appendEvent(db, two, begin, 1)).toMatchObject({ error: { type: "id-taken" } });
  });
  test("a swollen pack holds the ticket: it waits for the customer until something was done", async () => {
    const number = await atBench();
    const bad = event("swollen-one", { do: "answer", stop: "lithium:battery", answer: "yes" });
    await appendEvent(db, number, begin, 1);
    expect((await appendEvent(db, number, bad, 2)).ok).toBe(true);
    expect(await ticketByNumber(db, number)).toMatchObject({ waits: "customer" });
    await decide(db, number, "yes-ready", stamp);
    const on = event("go-on-anyway", screws.entry);
    expect(await appendEvent(db, number, on, 3)).toMatchObject({
      error: { type: "refused", refusal: { type: "held" } },
    });
    const note = "pack taken out and disposed of by the licensed firm";
    const good = { do: "answer", stop: "lithium:battery", answer: "no", note } as const;
    expect((await appendEvent(db, number, event("made-safe-1", good), 3)).ok).toBe(true);
    expect((await appendEvent(db, number, event("go-on-again", screws.entry), 4)).ok).toBe(true);
  });
  test("two at once: one is written, the other is told", async () => {
    const number = await atBench();
    const other = { ...begin, id: "other-event" };
    const answers = await Promise.all([
      appendEvent(db, number, begin, 1),
      appendEvent(db, number, other, 1),
    ]);
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
    expect(await eventsOf(db, number)).toHaveLength(2);
  });
});

describe("another job for a ticket", () => {
  const change = { id: "change-one", at: stamp.at, by: "T" };
  const job = { for: ["battery", "fan"] };
  test("before the bench it is only the job that changes", async () => {
    const number = await createTicket(db, facts, { ...stamp, customerId: "c1" });
    expect(await changeJob(db, number, job, change)).toEqual({ ok: true, value: true });
    expect((await ticketByNumber(db, number))!.job).toEqual(job);
    expect(await eventsOf(db, number)).toEqual([]);
  });
  test("half-way down the plan goes on from where the machine is", async () => {
    const number = await atBench();
    await appendEvent(db, number, begin, 1);
    await appendEvent(db, number, screws, 2);
    expect((await changeJob(db, number, job, change)).ok).toBe(true);
    const last = (await eventsOf(db, number)).at(-1)!;
    expect(last).toMatchObject({ id: "change-one", entry: { do: "replan", job } });
    const text = JSON.stringify(last.entry);
    expect(text).not.toContain("base-screws-rear");
    expect(text).toContain("fan-plug");
  });
  test("a job without a plan, a ticket that is gone or handed back: nothing changes", async () => {
    const number = await createTicket(db, facts, { ...stamp, customerId: "c1" });
    expect(await changeJob(db, number, { for: ["wing"] }, change)).toMatchObject({
      error: { type: "no-plan" },
    });
    expect(await changeJob(db, "9", job, change)).toMatchObject({
      error: { type: "ticket-unknown" },
    });
    await decide(db, number, "no", stamp);
    expect(await changeJob(db, number, job, change)).toMatchObject({ error: { type: "too-late" } });
    expect((await ticketByNumber(db, number))!.job.for).toEqual(["battery"]);
  });
});

test("a guide is found by its id, and taken in again it replaces itself", async () => {
  expect((await guideById(db, "marrowby-tern-15"))?.model).toBe("Tern 15");
  expect(await guideById(db, "nothing")).toBeUndefined();
  await storeGuide(db, { ...file, model: "Tern 15 again" });
  expect((await guideById(db, "marrowby-tern-15"))?.model).toBe("Tern 15 again");
  expect(await db.models.guides.count()).toBe(1);
});
