import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import sharp from "sharp";
import { GOOD_MACHINE, simulatedProbe } from "../core/devices/index.ts";
import type { Guide } from "../core/guide/index.ts";
import { openDatabase, type Database } from "./database/database.server.ts";
import { experienceOf } from "./minutes/experience.server.ts";
import { storeGuide } from "./guides/guides.server.ts";
import { habitOf, keepHabit, USUAL } from "./habits/habits.server.ts";
import { eventsOf } from "./ledger/kept-ledgers.server.ts";
import { appendEvent, reopen } from "./ledger/ledger.server.ts";
import { addNote, dropNote, notesOf } from "./notes/notes.server.ts";
import {
  addPhoto,
  dropPhoto,
  MOST_PHOTO_BYTES,
  photosOf,
  readPhoto,
} from "./photos/photos.server.ts";
import { addSoak, faultsNow, soaksOf } from "./soaks/soaks.server.ts";
import { createTicket, decide, ticketByNumber } from "./tickets/tickets.server.ts";

const tern = JSON.parse(
  readFileSync(path.join(import.meta.dirname, "../guides/marrowby-tern-15.json"), "utf8"),
) as object;
const stamp = { at: "2026-01-02T08:00:00.000Z", by: "Tobin", note: "" };
const facts = {
  customer: "Pella Marsh",
  phone: "",
  code: "MT15-A3",
  fault: "Hot.",
  serial: "",
  condition: "",
  parts: ["fan"],
  mode: "short" as const,
  promised: "2026-01-09",
  guideId: "marrowby-tern-15",
};

let folder: string;
let db: Database;
let ticket: string;
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "bench-store-"));
  db = await openDatabase(folder);
  await storeGuide(db, tern);
  await db.models.people.create({ id: "tobin", name: "Tobin", role: "bench" });
  ticket = await createTicket(db, facts, { ...stamp, customerId: "c1" });
});
afterEach(async () => {
  await db.sequelize.close();
  rmSync(folder, { recursive: true, force: true });
});

test("a note is kept with the model, once, until it is taken away", async () => {
  const note = {
    id: "note-one-1",
    guideId: "marrowby-tern-15",
    step: "joint:fan-plug",
    text: "Short lead.",
    ticket,
    at: stamp.at,
    by: "Tobin",
  };
  await addNote(db, note);
  await addNote(db, note);
  expect(await notesOf(db, "marrowby-tern-15")).toEqual([note]);
  expect(await dropNote(db, "another", note.id)).toBe(false);
  expect(await dropNote(db, "marrowby-tern-15", note.id)).toBe(true);
  expect(await notesOf(db, "marrowby-tern-15")).toEqual([]);
});

describe("photos", () => {
  const about = { id: "photo-1", step: "joint:fan-plug", at: stamp.at, by: "Tobin" };
  const picture = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: "#886644" } });

  test.each(["jpeg", "png", "webp"] as const)("%s is kept with its thumbnail", async (format) => {
    const bytes = await picture(640, 480).toFormat(format).toBuffer();
    const added = await addPhoto(db, { ...about, ticket }, bytes);
    expect(added).toMatchObject({ ok: true, value: { width: 640, height: 480 } });
    expect((await sharp(await readPhoto(db, about.id, false)).metadata()).format).toBe("jpeg");
    const thumb = await sharp(await readPhoto(db, about.id, true)).metadata();
    expect(Math.max(thumb.width, thumb.height)).toBe(220);
    expect(await photosOf(db, ticket)).toHaveLength(1);
  });

  test("where and with what it was taken is not kept", async () => {
    const bytes = await picture(64, 48)
      .withExif({ IFD0: { Make: "camera" }, IFD3: { GPSLatitude: "51/1 30/1 0/1" } })
      .jpeg()
      .toBuffer();
    expect((await sharp(bytes).metadata()).exif).toBeDefined();
    await addPhoto(db, { ...about, ticket }, bytes);
    expect((await sharp(await readPhoto(db, about.id, false)).metadata()).exif).toBeUndefined();
  });

  test("what is no picture, or another kind of one, is refused by its content", async () => {
    const gif = await picture(8, 8).gif().toBuffer();
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
    for (const bytes of [Buffer.from("hello"), gif, svg, Buffer.alloc(0)]) {
      const added = await addPhoto(db, { ...about, ticket }, bytes);
      expect(added).toEqual({ ok: false, error: { type: "no-photo" } });
    }
    const big = await addPhoto(db, { ...about, ticket }, new Uint8Array(MOST_PHOTO_BYTES + 1));
    expect(big).toEqual({ ok: false, error: { type: "too-big" } });
    expect(await photosOf(db, ticket)).toEqual([]);
  });

  test("taken away, its files go with it", async () => {
    await addPhoto(db, { ...about, ticket }, await picture(30, 30).png().toBuffer());
    expect(readdirSync(path.join(folder, "photos"))).toHaveLength(2);
    expect(await dropPhoto(db, "9", about.id)).toBe(false);
    expect(await dropPhoto(db, ticket, about.id)).toBe(true);
    expect(readdirSync(path.join(folder, "photos"))).toEqual([]);
    expect(await readPhoto(db, about.id, false)).toBeUndefined();
  });
});

test("soaks are kept in order, a run sent twice once", async () => {
  const readings = Array.from({ length: 9 }, simulatedProbe(1, GOOD_MACHINE));
  const soak = {
    id: "soak-one",
    ticket,
    round: "before" as const,
    readings,
    at: stamp.at,
    by: "T",
  };
  await addSoak(db, soak);
  await addSoak(db, soak);
  await addSoak(db, { ...soak, id: "soak-two", round: "after", at: "2026-01-03T08:00:00.000Z" });
  expect((await soaksOf(db, ticket)).map(({ round }) => round)).toEqual(["before", "after"]);
  expect((await soaksOf(db, ticket))[0]!.readings).toEqual(readings);
});

describe("back from the soak", () => {
  const waiting = async (to: string): Promise<void> => {
    await db.models.tickets.update({ waits: to }, { where: { number: ticket } });
  };
  const again = { at: "2026-01-04T08:00:00.000Z", by: "Tobin", note: "Hotter than before." };

  test("the ledger begins once more, and the record says why", async () => {
    await waiting("soak");
    expect(await reopen(db, ticket, again)).toEqual({ ok: true, value: true });
    const events = await eventsOf(db, ticket);
    expect(events.map(({ entry }) => entry.do)).toEqual(["start"]);
    const { waits, moves } = (await ticketByNumber(db, ticket))!;
    expect(waits).toBe("bench");
    expect(moves.at(-1)).toEqual({ ...again, from: "soak", to: "bench" });
    const stop = { do: "answer", stop: "begin", answer: "yes" } as const;
    const event = { id: "after-soak-1", at: again.at, by: "Tobin", entry: stop };
    expect((await appendEvent(db, ticket, event, 1)).ok).toBe(true);
  });
  test("only from the soak, and only a ticket that is there", async () => {
    expect(await reopen(db, ticket, again)).toEqual({
      ok: false,
      error: { type: "moved-on", waits: "customer" },
    });
    expect(await reopen(db, "9999", again)).toEqual({
      ok: false,
      error: { type: "ticket-unknown" },
    });
    expect(await eventsOf(db, ticket)).toEqual([]);
  });
  test("a run before the machine was shut last does not count any more", () => {
    const readings = Array.from(
      { length: 180 },
      simulatedProbe(3, { ...GOOD_MACHINE, fanRpm: 0, watts: 40 }),
    );
    const run = { id: "r", ticket, round: "after" as const, readings, by: "Tobin" };
    const shut = { ...again, from: "bench" as const, to: "soak" as const };
    const guide = tern as Guide;
    const faults = (at: string) => faultsNow({ moves: [shut] }, guide, [{ ...run, at }]);
    expect(faults("2026-01-04T07:00:00.000Z")).toBeUndefined();
    expect(faults("2026-01-04T09:00:00.000Z")!.map(({ what }) => what)).toContain("fan");
  });
});

test("a technician's habit is the usual one until it is kept", async () => {
  expect(await habitOf(db, "tobin")).toEqual(USUAL);
  const own = { habit: "mirror" as const, grid: { rows: 2, columns: 5, holds: 8 } };
  await keepHabit(db, "tobin", own);
  expect(await habitOf(db, "tobin")).toEqual(own);
});

test("what held a part is remembered for its model", async () => {
  await decide(db, ticket, "yes-ready", stamp);
  const event = (id: string, entry: Parameters<typeof appendEvent>[2]["entry"]) => ({
    id,
    at: stamp.at,
    by: "Tobin",
    entry,
  });
  await appendEvent(
    db,
    ticket,
    event("begin-it", { do: "answer", stop: "begin", answer: "yes" }),
    1,
  );
  const held = { do: "snag", stuck: "base", held: "base-clips" } as const;
  expect((await appendEvent(db, ticket, event("snag-one", held), 2)).ok).toBe(true);
  const { missed } = await experienceOf(db);
  expect(missed).toEqual({ "marrowby-tern-15": { "base-clips": 1 } });
});

test("writes come one after the other: one that fails does not stop the next", async () => {
  const order: number[] = [];
  const slow = db.write(async () => {
    await new Promise((resolve) => setTimeout(resolve, 30));
    order.push(1);
  });
  const bad = db.write(() => Promise.reject(new Error("no")));
  const last = db.write(() => Promise.resolve(order.push(2)));
  await expect(bad).rejects.toThrow("no");
  await Promise.all([slow, last]);
  expect(order).toEqual([1, 2]);
});
