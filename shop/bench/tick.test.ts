import type { Transaction } from "sequelize";
import { done, MIREL, ofAFile, TestShop } from "../../testing/shop.ts";
import { missedOf, talliesFor } from "../../data/minutes/index.server.ts";
import { lineOfTicket, ticketByNumber, transitionsOf } from "../../data/ticket/index.server.ts";
import { decide } from "../ticket/index.server.ts";
import { changeJob } from "./change-job.server.ts";
import { reopen } from "./reopen.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const begin = { do: "answer", stop: "begin", answer: "yes" } as const;
const screws = { do: "release", joint: "base-screws-rear", count: 6, cell: 1 } as const;

ofAFile("a database file", () => {
  test("writes ahead and syncs fully, in transactions too", async () => {
    const pragma = (name: string, transaction?: Transaction) =>
      shop.db.select(`PRAGMA ${name}`, {}, transaction);
    expect(await pragma("journal_mode")).toEqual([{ journal_mode: "wal" }]);
    await shop.db.write(async (transaction) => {
      expect(await pragma("synchronous", transaction)).toEqual([{ synchronous: 2 }]);
      expect(await pragma("foreign_keys", transaction)).toEqual([{ foreign_keys: 1 }]);
    });
  });
});

test("writes come one after the other: one that fails does not stop the next", async () => {
  const order: number[] = [];
  const slow = shop.db.write(async () => {
    await new Promise((resolve) => setTimeout(resolve, 30));
    order.push(1);
  });
  const bad = shop.db.write(() => Promise.reject(new Error("no")));
  const last = shop.db.write(() => Promise.resolve(order.push(2)));
  await expect(bad).rejects.toThrow("no");
  await Promise.all([slow, last]);
  expect(order).toEqual([1, 2]);
});

test("what broke stays with the serial: the next ticket's bench begins with it, what came new is whole", async () => {
  const first = await shop.atBench({ parts: ["fan"] });
  await shop.play(first, 4);
  const broke = async (at: string, how: string) => {
    const { events } = await shop.ledger(first);
    const entry = { do: "broke", what: "clip", at, how, tells: "desk" } as const;
    done(await shop.tick(first, `broke-${at}`, entry, events.length));
  };
  await broke("base-clips", "one is left out");
  await broke("fan", "an ear is off");
  await shop.play(first);
  const brokenOf = async (number: number) => (await shop.ledger(number)).folded.state.broken;
  expect(await brokenOf(first)).toHaveLength(2);
  const kept = { ticket: first, what: "clip", at: "base-clips", how: "one is left out" };
  const next = await shop.atBench();
  expect(await brokenOf(next)).toEqual([{ ...kept, tells: "desk" }]);
  // Its own ledger keeps it, and hands it on.
  await shop.play(next, 2);
  expect((await shop.written(next))[0]!.entry).toMatchObject({ do: "start", broken: [kept] });
  expect(await brokenOf(await shop.atBench())).toEqual([{ ...kept, tells: "desk" }]);
  // Another machine, or one without a serial, has none.
  for (const serial of ["A2-9", ""]) {
    expect(await brokenOf(await shop.atBench({ serial }))).toEqual([]);
  }
});

describe("a tick", () => {
  test("the first writes the plan with it; the same event twice is one event", async () => {
    const number = await shop.atBench();
    expect(await shop.written(number)).toEqual([]);
    const first = await shop.tick(number, "begin-event", begin, 1);
    expect(first).toMatchObject({
      ok: true,
      value: [{ id: "begin-event", kind: "answer", version: 1 }],
    });
    expect(await shop.tick(number, "begin-event", begin, 1)).toEqual(first);
    const events = await shop.written(number);
    expect(events.map(({ entry }) => entry.do)).toEqual(["start", "answer"]);
    expect(events[0]!.entry).toMatchObject({ guide: { code: "MT15-A2" } });
  });
  test("its id with other content, or by somebody else, is refused", async () => {
    const number = await shop.atBench();
    await shop.tick(number, "begin-event", begin, 1);
    const other = { ...begin, answer: "no" } as const;
    const taken = { ok: false, error: { type: "id-taken" } };
    expect(await shop.tick(number, "begin-event", other, 1)).toEqual(taken);
    expect(await shop.tick(number, "begin-event", begin, 1, MIREL)).toEqual(taken);
    const two = await shop.atBench();
    expect(await shop.tick(two, "begin-event", begin, 1)).toEqual(taken);
    expect(await shop.written(two)).toEqual([]);
  });
  test("who is behind is told what was missed, and nothing is written", async () => {
    const number = await shop.atBench();
    await shop.tick(number, "begin-event", begin, 1);
    expect(await shop.tick(number, "late-event", { do: "swap" }, 1)).toMatchObject({
      error: { type: "stale", events: [{ id: "begin-event", stream: `job:${number}`, seq: 1 }] },
    });
    expect(await shop.written(number)).toHaveLength(2);
  });
  test("what the rules refuse is not written, not even the plan", async () => {
    const number = await shop.atBench();
    const early = { do: "release", joint: "battery-plug" } as const;
    expect(await shop.tick(number, "early-event", early, 1)).toMatchObject({
      error: { type: "refused", refusal: { type: "blocked" } },
    });
    expect(await shop.written(number)).toEqual([]);
  });
  test("a ticket that is not at the bench, or not there, takes none", async () => {
    const waiting = await shop.ticket();
    expect(await shop.tick(waiting, "begin-event", begin, 1)).toMatchObject({
      error: { type: "not-at-bench" },
    });
    expect(await shop.tick(9, "begin-event", begin, 1)).toMatchObject({
      error: { type: "ticket-unknown" },
    });
  });
  test("two at once: one is written, the other is told", async () => {
    const number = await shop.atBench();
    const answers = await Promise.all([
      shop.tick(number, "begin-event", begin, 1),
      shop.tick(number, "other-event", begin, 1),
    ]);
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
    expect(await shop.written(number)).toHaveLength(2);
  });
  test("others that come first without end: it is given back as busy", async () => {
    const number = await shop.atBench();
    const { write } = shop.db;
    Object.assign(shop.db, { write: () => Promise.resolve(false) });
    expect(await shop.tick(number, "begin-event", begin, 1)).toEqual({
      ok: false,
      error: { type: "busy" },
    });
    Object.assign(shop.db, { write });
  });
  test("an event of a newer version stops its own ticket, by name, and no other", async () => {
    const [broken, whole] = [await shop.atBench(), await shop.atBench()];
    await shop.tick(broken, "begin-event", begin, 1);
    // What a later version wrote, or a damaged disk: no statement of this one could.
    await shop.byHand("DROP TRIGGER events_no_update");
    await shop.byHand("UPDATE events SET version = 9 WHERE id = 'begin-event'");
    await expect(shop.ledger(broken)).rejects.toThrow(/event-newer.*begin-event.*answer.*9/);
    expect((await shop.tick(whole, "begin-other", begin, 1)).ok).toBe(true);
  });
});

test("a swollen pack holds the ticket: it waits for the customer until something was done", async () => {
  const number = await shop.atBench();
  const bad = { do: "answer", stop: "lithium:battery", answer: "yes" } as const;
  await shop.tick(number, "begin-event", begin, 1);
  expect((await shop.tick(number, "swollen-one", bad, 2)).ok).toBe(true);
  expect(await ticketByNumber(shop.db, number)).toMatchObject({ waits: "customer" });
  expect((await transitionsOf(shop.db, number)).at(-1)).toMatchObject({
    by: "tobin",
    from: "bench",
    to: "customer",
    note: expect.stringMatching(/^held: Look at the battery/) as string,
  });
  await decide(shop.act(), number, "yes-ready", "");
  expect(await shop.tick(number, "go-on-anyway", screws, 3)).toMatchObject({
    error: { type: "refused", refusal: { type: "held" } },
  });
  const note = "pack taken out and disposed of by the licensed firm";
  const answer = { do: "answer", stop: "lithium:battery", answer: "no", note } as const;
  expect(await shop.tick(number, "nowhere-yet-1", answer, 3)).toMatchObject({
    error: { type: "refused", refusal: { type: "where-missing" } },
  });
  const good = { ...answer, where: "with the licensed firm" };
  expect((await shop.tick(number, "made-safe-1", good, 3)).ok).toBe(true);
  expect((await shop.tick(number, "go-on-again", screws, 4)).ok).toBe(true);
});

describe("what grows with a ledger, in its transaction", () => {
  test("the ticket's line goes down with the steps", async () => {
    const number = await shop.atBench();
    const before = (await lineOfTicket(shop.db, number))!;
    expect(before).toMatchObject({ machine: "Marrowby Tern 15", work: "Battery" });
    expect(before.dive).toMatch(/^S0d/);
    await shop.play(number, 4);
    expect((await lineOfTicket(shop.db, number))!.dive).toMatch(/^S0D0D0D0d/);
  });
  test("what held a part is remembered for its model, and forgotten when taken back", async () => {
    const number = await shop.atBench();
    await shop.tick(number, "begin-event", begin, 1);
    const held = { do: "snag", stuck: "base", held: "base-clips" } as const;
    await shop.tick(number, "snag-one", held, 2);
    expect(await missedOf(shop.db, "marrowby-tern-15")).toEqual({ "base-clips": 1 });
    await shop.tick(number, "back-one-1", { do: "take-back", event: "snag-one" }, 3);
    expect(await missedOf(shop.db, "marrowby-tern-15")).toEqual({});
  });
  test("minutes are learnt for all and for the person", async () => {
    const number = await shop.atBench();
    await shop.play(number, 6);
    const rows = await talliesFor(shop.db, "tobin");
    const steps = (by: string) =>
      rows.filter((row) => row.by === by).reduce((sum, { n }) => sum + n, 0);
    expect(steps("")).toBeGreaterThan(2);
    expect(steps("tobin")).toBe(steps(""));
    expect(await talliesFor(shop.db, "mirel")).toHaveLength(
      rows.filter(({ by }) => by === "").length,
    );
  });
});

describe("another job for a ticket", () => {
  const job = { for: ["battery", "fan"] };
  test("before the bench it is only the job and its line that change", async () => {
    const number = await shop.ticket();
    expect(await changeJob(shop.act(), number, job)).toEqual({ ok: true, value: true });
    expect((await ticketByNumber(shop.db, number))!.job).toEqual(job);
    expect((await lineOfTicket(shop.db, number))!.work).toBe("Battery, Fan");
    expect(await shop.written(number)).toEqual([]);
  });
  test("half-way down the plan goes on from where the machine is", async () => {
    const number = await shop.atBench();
    await shop.tick(number, "begin-event", begin, 1);
    await shop.tick(number, "first-event", screws, 2);
    expect((await changeJob(shop.act(), number, job)).ok).toBe(true);
    const last = (await shop.written(number)).at(-1)!;
    expect(last.entry).toMatchObject({ do: "replan", job });
    const text = JSON.stringify(last.entry);
    expect(text).not.toContain("base-screws-rear");
    expect(text).toContain("fan-plug");
  });
  test("a job without a plan, a ticket that is gone or handed back: nothing changes", async () => {
    const number = await shop.ticket();
    expect(await changeJob(shop.act(), number, { for: ["wing"] })).toMatchObject({
      error: { type: "part-unknown", id: "wing" },
    });
    expect(await changeJob(shop.act(), 9, job)).toMatchObject({
      error: { type: "ticket-unknown" },
    });
    await decide(shop.act(), number, "no", "");
    expect(await changeJob(shop.act(), number, job)).toMatchObject({
      error: { type: "change-too-late" },
    });
    expect((await ticketByNumber(shop.db, number))!.job.for).toEqual(["battery"]);
  });
  test("once the build-up has begun it is too late", async () => {
    const number = await shop.atBench();
    for (;;) {
      await shop.play(number, 1);
      if ((await shop.ledger(number)).folded.state.phase === "up") break;
    }
    expect(await changeJob(shop.act(), number, job)).toMatchObject({
      error: { type: "change-too-late" },
    });
  });
});

describe("back from the soak", () => {
  test("the ledger begins once more on its own version, and the record says why", async () => {
    const number = await shop.atBench();
    await shop.play(number);
    expect(await ticketByNumber(shop.db, number)).toMatchObject({ waits: "soak" });
    const before = await shop.written(number);
    expect(await reopen(shop.act(), number, "Hotter than before.")).toEqual({
      ok: true,
      value: true,
    });
    const events = await shop.written(number);
    expect(events).toHaveLength(before.length + 1);
    expect(events.at(-1)!.entry).toMatchObject({
      do: "start",
      guide: (events[0]!.entry as { guide: object }).guide,
    });
    expect((await transitionsOf(shop.db, number)).at(-1)).toMatchObject({
      from: "soak",
      to: "bench",
      note: "Hotter than before.",
    });
    expect((await shop.tick(number, "after-soak-1", begin, events.length)).ok).toBe(true);
  });
  test("only from the soak, and only a ticket that is there", async () => {
    const number = await shop.ticket();
    expect(await reopen(shop.act(), number, "x")).toEqual({
      ok: false,
      error: { type: "moved-on", waits: "customer" },
    });
    expect(await reopen(shop.act(), 9999, "x")).toMatchObject({
      error: { type: "ticket-unknown" },
    });
    expect(await shop.written(number)).toEqual([]);
  });
});

test("going back brings a new plan that names its cause, and both are taken back together", async () => {
  const number = await shop.atBench();
  const made = async () => (await shop.ledger(number)).folded.state.made.length;
  while ((await made()) < 3) await shop.play(number, 1);
  const { folded, model, events } = await shop.ledger(number);
  const joint = model.jointIds[folded.state.made[0]!]!;
  const reply = await shop.tick(number, "go-back-one", { do: "rework", joint }, events.length);
  expect(reply).toMatchObject({
    ok: true,
    value: [
      { id: "go-back-one", causedBy: null },
      { kind: "replan", causedBy: "go-back-one" },
    ],
  });
  const plan = (await shop.written(number)).at(-1)!;
  expect((await shop.ledger(number)).folded.state.phase).not.toBe("up");
  const back = { do: "take-back", event: plan.id } as const;
  expect((await shop.tick(number, "never-mind-1", back, events.length + 2)).ok).toBe(true);
  const { state } = (await shop.ledger(number)).folded;
  expect([state.phase, state.made]).toEqual(["up", folded.state.made]);
});
