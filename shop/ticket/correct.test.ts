import { UNNAMED, correctingOf, type CorrectingForm, standOf } from "../../core/ticket/index.ts";
import { deedsOf, ticketByNumber } from "../../data/ticket/index.server.ts";
import { nextEntry } from "../../testing/play.ts";
import { done, MIREL, TestShop, TOBIN } from "../../testing/shop.ts";
import { eraseCustomerData } from "../customer/index.server.ts";
import { record } from "../stage/index.server.ts";
import {
  callsToMake,
  counter,
  correct,
  correctable,
  decide,
  find,
  takeIn,
} from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

/** Puts a ticket right in a few fields, as its form would. */
async function put(
  number: number,
  change: Partial<CorrectingForm>,
  by = TOBIN,
  id?: string,
): Promise<ReturnType<typeof correct>> {
  const { says } = done(await correctable(shop.db, number));
  return correct(shop.act(by), number, { ...correctingOf(says), ...change }, id);
}
const ticket = async (number: number) => (await ticketByNumber(shop.db, number))!;
const stand = async (number: number) => standOf(await deedsOf(shop.db, number));
const refused = async (answer: ReturnType<typeof put>) => {
  const given = await answer;
  return given.ok ? undefined : given.error.type;
};

test("each thing that was noted wrong is put right, and what stood there is kept with who and why", async () => {
  const number = await shop.ticket({ fault: "Dead", serial: "A2-1" });
  const change = {
    phone: "2",
    fault: "Fan howls, bottom bulges",
    serial: "A2-9",
    condition: "A dent",
    promised: "2026-01-09",
    told: "phone",
    why: "He rang",
  } as const;
  done(await put(number, change));
  expect(await ticket(number)).toMatchObject({
    customer: { name: "Wren", phone: "2" },
    ...{ fault: change.fault, serial: "A2-9", condition: "A dent", promised: "2026-01-09" },
    signs: ["fault-says-so"],
  });
  const { corrections } = await stand(number);
  expect(corrections).toMatchObject([
    {
      by: "tobin",
      why: "He rang",
      told: "phone",
      changes: [
        { field: "phone", was: "1", is: "2" },
        { field: "fault", was: "Dead", is: change.fault },
        { field: "serial", was: "A2-1", is: "A2-9" },
        { field: "condition", was: "", is: "A dent" },
        { field: "promised", was: "2026-01-05", is: "2026-01-09" },
      ],
    },
  ]);
  // Nothing is another: nothing is written. The same form sent again neither.
  done(await put(number, {}));
  expect((await stand(number)).corrections).toHaveLength(1);
  expect(await find(shop.db, "A2-9")).toEqual({ type: "ticket", number });
});

test("the same form sent twice is written once", async () => {
  const number = await shop.ticket();
  const says = correctingOf(done(await correctable(shop.db, number)).says);
  const form = { ...says, fault: "Fan howls" };
  for (let i = 0; i < 2; i++) done(await correct(shop.act(), number, form, "form-0001"));
  expect((await stand(number)).corrections).toHaveLength(1);
});

test("a customer under another name: on all his tickets, or this ticket is somebody else's", async () => {
  const [one, two, other] = [
    await shop.ticket(),
    await shop.ticket(),
    await shop.ticket({ customer: "Ansel Rook", phone: "7" }),
  ];
  expect(done(await correctable(shop.db, one)).others).toBe(1);
  // Misspelt: both tickets are his, and each says so.
  done(await put(one, { customer: "Wrenna", whose: "customer" }));
  for (const number of [one, two]) {
    expect((await ticket(number)).customer).toEqual({ name: "Wrenna", phone: "1" });
    expect((await stand(number)).corrections).toHaveLength(1);
  }
  // Split: this one was somebody who is known already.
  done(await put(two, { customer: "Ansel Rook", phone: "7", whose: "ticket" }));
  expect((await ticket(two)).customer.name).toBe("Ansel Rook");
  expect((await ticket(one)).customer.name).toBe("Wrenna");
  expect(await shop.db.tables.customers.count()).toBe(2);
  // Joined: the two were one all along; nobody is left without a ticket.
  done(await put(one, { customer: "Ansel Rook", phone: "7", whose: "customer" }));
  expect(await shop.db.tables.customers.count()).toBe(1);
  // Split once more, to somebody new.
  done(await put(other, { customer: "Pell", phone: "8", whose: "ticket" }));
  expect((await ticket(one)).customer.name).toBe("Ansel Rook");
  expect((await ticket(other)).customer).toEqual({ name: "Pell", phone: "8" });
});

test("another code is another machine: the job goes over to its parts; once it is opened it is too late", async () => {
  const number = await shop.ticket({ code: "", parts: ["fan", "battery"] });
  expect(await ticket(number)).toMatchObject({ code: UNNAMED.code, work: "replace" });
  // At no bench before it has a name.
  done(await decide(shop.act(), number, "yes-ready", ""));
  const { model, folded, events } = await shop.ledger(number);
  const first = nextEntry(model, folded.state, undefined)!;
  expect(await shop.tick(number, "t-1", first, events.length)).toEqual({
    ok: false,
    error: { type: "not-at-bench" },
  });
  done(await put(number, { code: "MT15-A2" }));
  const now = await ticket(number);
  expect(now).toMatchObject({ code: "MT15-A2", guideId: "marrowby-tern-15" });
  expect([...now.job.for].sort()).toEqual(["battery", "fan"]);
  const { lines } = await counter(shop.shop);
  expect(lines[0]).toMatchObject({ machine: "Marrowby Tern 15", trouble: undefined });
  expect(lines[0]!.dive).toBeDefined();
  await shop.play(number, 3);
  expect(await refused(put(number, { code: "MT15-A3" }))).toBe("begun");
  expect(await refused(put(number, { work: "clean" }))).toBe("begun");
  done(await put(number, { fault: "Something else" }));
});

test("a label that is gone: the machine goes by its name, and is known by it the next time", async () => {
  const first = await shop.ticket({ code: "", parts: [], fault: "No light" });
  expect(await ticket(first)).toMatchObject({ work: "find", waits: "finding" });
  done(await put(first, { code: "", maker: "Zell", model: "Kite 9" }));
  const { guideId, code } = await ticket(first);
  expect(code).toBe("Zell Kite 9");
  const facts = { code: "", maker: "Zell", model: "Kite 9", parts: [] };
  expect(await ticket(await shop.ticket(facts))).toMatchObject({ guideId, code });
});

test("what a machine is wanted for can be put right; a part nobody named cannot be replaced", async () => {
  const number = await shop.ticket({ parts: [], work: "find" });
  expect(await refused(put(number, { work: "replace" }))).toBe("no-part");
  done(await put(number, { work: "clean" }));
  expect(await ticket(number)).toMatchObject({ work: "clean", waits: "customer" });
  expect((await ticket(number)).job.again).toContain("fan");
});

test("bad input changes nothing: a day that is over, a code nobody knows, a part it does not have", async () => {
  const number = await shop.ticket({ code: "", parts: ["touchpad"] });
  const before = await ticket(number);
  expect(await refused(put(number, { promised: "2025-12-31" }))).toBe("promise-over");
  expect(await refused(put(number, { code: "NO-SUCH" }))).toBe("code-not-known");
  expect(await ticket(number)).toEqual(before);
  expect((await stand(number)).corrections).toEqual([]);
});

test("a hand-back is undone, a payment taken back, each with its reason, by whoever may", async () => {
  const number = await shop.atBench();
  await shop.play(number);
  done(await decide(shop.act(), number, "soak-passed", "heard"));
  const says = (deed: Parameters<typeof record>[2][number], by = MIREL) =>
    record(shop.act(by), number, [deed]);
  const collected = { kind: "collected", to: "Wren", old: [] } as const;
  expect(await says(collected)).toMatchObject({ error: { type: "price-unsaid" } });
  await expect(says({ ...collected, release: "a friend" }, TOBIN)).rejects.toThrow();
  done(await says({ kind: "paid", cents: 5000, way: "card" }, TOBIN));
  done(await says(collected, TOBIN));
  done(await says({ kind: "not-collected", why: "the wrong machine" }));
  const [payment] = (await stand(number)).payments;
  done(await says({ kind: "reversed", payment: payment!.id, why: "declined" }));
  expect(await says(collected)).toMatchObject({ error: { type: "price-unsaid" } });
  expect(await stand(number)).toMatchObject({
    payments: [],
    reversed: [{ cents: 5000, why: "declined" }],
    cameBack: [{ by: "mirel", why: "the wrong machine" }],
  });
  done(await says({ ...collected, release: "a friend" }));
  expect((await ticket(number)).waits).toBe("nothing");
});

test("who waits for a call: whoever waits longest first, until something came of it", async () => {
  const [ready, fresh, gone] = [await shop.ticket(), await shop.ticket(), await shop.ticket()];
  for (const number of [gone, ready]) done(await decide(shop.act(), number, "no", ""));
  await shop.handBack(gone);
  const calls = () => callsToMake(shop.shop);
  expect(await calls()).toMatchObject([
    { number: ready, customer: "Wren", phone: "1", about: "ready", tries: 0 },
  ]);
  done(await put(fresh, { promised: "2026-01-20" }));
  expect((await calls()).map(({ number, about }) => [number, about])).toEqual([
    [ready, "ready"],
    [fresh, "day"],
  ]);
  const call = { kind: "called", about: "ready", note: "" } as const;
  done(await record(shop.act(), ready, [{ ...call, outcome: "no-answer" }]));
  expect((await calls())[0]).toMatchObject({ number: ready, tries: 1 });
  done(await record(shop.act(), ready, [{ ...call, outcome: "left-word" }]));
  expect((await calls()).map(({ number }) => number)).toEqual([fresh]);
  // One record that cannot be read keeps nobody else's call from its place.
  await shop.byHand(`UPDATE deeds SET body = '{}' WHERE ticket = ${ready}`);
  expect((await calls()).map(({ number }) => number)).toEqual([fresh]);
});

test("whoever is erased is gone from what was put right as well", async () => {
  const number = done(
    await takeIn(shop.act(), {
      ...{ signs: [], intake: {}, consents: [], condition: "", mode: "short", work: "find" },
      ...{ customer: "Marta Velk", phone: "0550 777", fault: "Dead", code: "MT15-A2" },
      ...{ serial: "SN-OLD", parts: [], promised: "2026-01-05" },
    }),
  );
  done(await put(number, { customer: "Martha Welk", phone: "0550 778", serial: "SN-NEW" }));
  const row = await shop.db.tables.tickets.findByPk(number, { raw: true });
  await eraseCustomerData(shop.act(MIREL), row!.customerId);
  const left = JSON.stringify(await deedsOf(shop.db, number));
  for (const word of ["Marta", "Velk", "Martha", "Welk", "777", "778", "SN-OLD", "SN-NEW"]) {
    expect(left).not.toContain(word);
  }
});
