import { readFile } from "node:fs/promises";
import path from "node:path";
import { addPhoto, photosOf, readPhoto } from "../../data/photos/index.server.ts";
import { addDeeds, deedsOf, ticketFacts, transitionsOf } from "../../data/ticket/index.server.ts";
import { done, MIREL, ofAFile, only, TestShop, TOBIN } from "../../testing/shop.ts";
import { NotAllowed } from "../act.server.ts";
import { record } from "../stage/index.server.ts";
import { ticketPage } from "../ticket/index.server.ts";
import { customersToHand, eraseAgain, eraseCustomerData, handOutCustomer } from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

async function odile(): Promise<{ readonly id: string; readonly number: number }> {
  const number = await shop.ticket({
    customer: "Odile Varn",
    phone: "0550 114",
    fault: "Mrs Varn says it roars; call 0550-114.",
    condition: "Varnish worn at the corner.",
  });
  const note = "odile varn rang up, wants it on Friday";
  done(await record(shop.act(), number, [{ kind: "answered", answer: "yes", note }], { note }));
  const { id } = only(await customersToHand(shop.act(MIREL), "varn"));
  return { id, number };
}

test("all that is kept of a customer is handed out in one file", async () => {
  const { id, number } = await odile();
  await shop.ticket({ customer: "Wren" });
  const file = JSON.stringify(await handOutCustomer(shop.act(MIREL), id));
  expect(file).toContain(`"number":${number}`);
  expect(file).toContain("rang up");
  expect(file).not.toContain("Wren");
  expect(await handOutCustomer(shop.act(MIREL), "nobody")).toBeUndefined();
});

test("a person is taken out of the record; what was repaired, by whom and when, stays", async () => {
  const { id, number } = await odile();
  const before = await deedsOf(shop.db, number);
  expect(await eraseCustomerData(shop.act(MIREL), id)).toBe(1);
  const left = JSON.stringify(await handOutCustomer(shop.act(MIREL), id));
  for (const word of ["Odile", "odile", "Varn ", "0550"]) expect(left).not.toContain(word);
  expect(left).toContain("Varnish worn");
  const after = await deedsOf(shop.db, number);
  expect(after.map(({ id: deed, at, by }) => [deed, at, by])).toEqual(
    before.map(({ id: deed, at, by }) => [deed, at, by]),
  );
  expect(only(await transitionsOf(shop.db, number))).toMatchObject({ by: "tobin", to: "part" });
  expect(await customersToHand(shop.act(MIREL), "varn")).toEqual([]);
});

describe("whatever a customer is called", () => {
  const NAMES = ["Note", "Price Why", "Kind Fan", "Words To", "True"];
  test.each(NAMES)("%s: every ticket reads as before, and the name is nowhere", async (name) => {
    const intake = {
      marks: [{ kind: "dent", view: "underside", x: 1, y: 1, note: `${name} says so` }],
      came: `bag of ${name}`,
      password: "guest",
    } as const;
    const told = { customer: name, phone: "4500", fault: `${name} rang`, intake };
    const number = await shop.atBench({ ...told, parts: ["fan"] });
    const other = await shop.ticket({ fault: `Brought by ${name}`, phone: "77" });
    await shop.play(number, 3);
    const { events } = await shop.ledger(number);
    const broke = { do: "broke", what: "clip", at: "fan", how: `as ${name} did`, tells: "desk" };
    done(await shop.tick(number, "broke", broke as never, events.length));
    const deed = { kind: "here", note: `${name} asks, 4500` } as const;
    await shop.db.write((transaction) =>
      addDeeds(shop.db, number, [{ id: "n", at: "2026-01-01", by: "tobin", deed }], transaction),
    );
    const page = async (of: number) => done(await ticketPage(shop.shop, of));
    const before = await page(number);
    const { id } = only(await customersToHand(shop.act(MIREL), name));
    expect(await eraseCustomerData(shop.act(MIREL), id)).toBe(1);
    const after = await page(number);
    expect(after.ticket.job).toEqual(before.ticket.job);
    expect(after.ticket.waits).toBe(before.ticket.waits);
    expect(after.ticket.intake.marks![0]).toMatchObject({ kind: "dent", view: "underside", x: 1 });
    expect((await shop.ledger(number)).folded.state.broken).toHaveLength(1);
    await shop.play(number);
    await page(other);
    const written = JSON.stringify([
      await handOutCustomer(shop.act(MIREL), id),
      after.ticket,
      after.stand,
      (await shop.ledger(number)).folded.state.broken,
    ]);
    for (const said of [
      `${name} says`,
      `of ${name}`,
      `${name} rang`,
      `as ${name}`,
      `${name} asks`,
    ]) {
      expect(written).not.toContain(said);
    }
    // On somebody else's ticket a whole name is meant, a single word may be a word.
    const isFull = name.includes(" ");
    expect((await page(other)).ticket.fault).toBe(`Brought by ${isFull ? "…" : name}`);
  });
});

ofAFile("a database file", () => {
  test("no page of the files has the name any more, nor the next copy", async () => {
    const { id } = await odile();
    await eraseCustomerData(shop.act(MIREL), id);
    for (const file of ["bench.sqlite", "bench.sqlite-wal"]) {
      const bytes = await readFile(path.join(shop.folder, file)).catch(() => Buffer.from(""));
      expect(bytes.includes("Odile Varn")).toBe(false);
      expect(bytes.includes("odile varn")).toBe(false);
    }
  });
});

test("who was erased does not come back with a back-up", async () => {
  const { id, number } = await odile();
  expect(await eraseAgain(shop.db)).toBe(0);
  await eraseCustomerData(shop.act(MIREL), id);
  expect(await eraseAgain(shop.db)).toBe(0);
  // As the rows of an older copy have it.
  const name = "Odile Varn";
  await shop.db.tables.customers.update({ name, phone: "0550 114" }, { where: { id } });
  await shop.db.tables.tickets.update({ fault: `${name} again` }, { where: { number } });
  expect(await eraseAgain(shop.db)).toBe(1);
  expect(await customersToHand(shop.act(MIREL), "varn")).toEqual([]);
  expect((await ticketFacts(shop.db, number))!.fault).toBe("… again");
});

test("their pictures go where that is asked", async () => {
  const { id, number } = await odile();
  const photo = { id: "p1", ticket: number, step: "intake", width: 1, height: 1 };
  const files = { full: Buffer.from("full"), thumb: Buffer.from("thumb") };
  await addPhoto(shop.db, { ...photo, at: "2026-01-01", by: "tobin" }, files);
  await eraseCustomerData(shop.act(MIREL), id);
  expect(await photosOf(shop.db, number)).toHaveLength(1);
  await eraseCustomerData(shop.act(MIREL), id, { photos: true });
  expect(await photosOf(shop.db, number)).toEqual([]);
  expect(await readPhoto(shop.db, "p1", false)).toBeUndefined();
});

test("both are the lead's alone", async () => {
  const { id } = await odile();
  await expect(handOutCustomer(shop.act(TOBIN), id)).rejects.toThrow(NotAllowed);
  await expect(eraseCustomerData(shop.act(TOBIN), id)).rejects.toThrow(NotAllowed);
  await expect(customersToHand(shop.act(TOBIN), "varn")).rejects.toThrow(NotAllowed);
});
