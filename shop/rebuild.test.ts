import { TestShop } from "../testing/shop.ts";
import { keepNote, takeNoteAway } from "./notes/index.server.ts";
import { changeJob } from "./bench/index.server.ts";
import { openShop } from "./open.server.ts";
import { rebuild } from "./rebuild.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const TABLES = ["ticket_lines", "ticket_counts", "step_tallies", "missed"] as const;
async function projections() {
  const rows = await Promise.all(
    TABLES.map((table) => shop.db.select<Record<string, unknown>>(`SELECT * FROM ${table}`)),
  );
  return rows.map((list) =>
    list
      // What was added and taken away again may stand there as nothing.
      .filter((row) => row["times"] !== 0 && row["n"] !== 0 && row["tickets"] !== 0)
      .map((row) => JSON.stringify(row))
      .sort(),
  );
}

test("made anew from the ledgers, the projections are what they were, to the last digit", async () => {
  const [closed, half, back] = [
    await shop.atBench(),
    await shop.atBench({ code: "MT15-A3", parts: ["fan"] }),
    await shop.atBench(),
  ];
  await shop.ticket();
  await shop.play(closed);
  await shop.play(half, 9);
  const length = async () => (await shop.written(half)).length;
  await shop.tick(
    half,
    "snag-one-1",
    { do: "snag", stuck: "base", held: "fan-plug" },
    await length(),
  );
  await shop.play(back, 7);
  for (let i = 0; i < 3; i++) {
    const { folded, events } = await shop.ledger(back);
    const event = folded.state.live.at(-1)!;
    await shop.tick(back, `take-back-${i}`, { do: "take-back", event }, events.length);
  }
  await changeJob(shop.act(), back, { for: ["fan", "battery"] });
  const before = await projections();
  expect(await rebuild(shop.db)).toBe(4);
  expect(await projections()).toEqual(before);
  expect(before.every((rows) => rows.length > 0)).toBe(true);
});

test("projections of another form are made anew at the next start; a half-made one begins again", async () => {
  const number = await shop.atBench();
  await shop.play(number, 5);
  const before = await projections();
  await shop.byHand("DELETE FROM step_tallies");
  await shop.byHand("UPDATE ticket_lines SET dive = 'S0'");
  await shop.byHand("UPDATE settings SET value = 'older' WHERE key = 'projections'");
  const again = await openShop(shop.folder);
  expect(again.zone).toBe("UTC");
  expect(await projections()).toEqual(before);
  await again.db.close();
});

test("a ledger that cannot be read is one line that says so, and nothing is learnt from it", async () => {
  const [whole, broken] = [await shop.atBench(), await shop.atBench()];
  await shop.play(whole, 5);
  await shop.play(broken, 5);
  // What a later version wrote, or a damaged disk: no statement of this one could.
  await shop.byHand("DROP TRIGGER events_no_update");
  await shop.byHand(`UPDATE events SET kind = 'future' WHERE stream = 'job:${broken}' AND seq = 2`);
  await rebuild(shop.db);
  const lines = await shop.db.select<{ ticket: number; trouble: string | null }>(
    "SELECT ticket, trouble FROM ticket_lines ORDER BY ticket",
  );
  expect(lines[0]).toEqual({ ticket: whole, trouble: null });
  expect(JSON.parse(lines[1]!.trouble!)).toMatchObject({
    type: "event-kind-unknown",
    kind: "future",
  });
});

test("a zone is kept, and one that there is not is refused with a sentence", async () => {
  const first = await openShop(shop.folder, "Europe/Berlin");
  await first.db.close();
  const second = await openShop(shop.folder);
  expect(second.zone).toBe("Europe/Berlin");
  await second.db.close();
  await expect(openShop(shop.folder, "Mars/Base")).rejects.toThrow(/"Mars\/Base" is no time zone/);
});

test("a note is kept with the model, once, until it is taken away", async () => {
  const number = await shop.ticket();
  const note = { id: "note-one-1", step: "joint:fan-plug", text: "Short lead." };
  for (const step of ["joint:no-such", "parts:fan+no-such", "somewhere"]) {
    expect(await keepNote(shop.act(), number, { ...note, step })).toEqual({
      ok: false,
      error: { type: "step-not-here" },
    });
  }
  const kept = await keepNote(shop.act(), number, note);
  expect(kept).toMatchObject({ ok: true, value: [{ ...note, by: "tobin", ticket: number }] });
  expect(await keepNote(shop.act(), number, note)).toEqual(kept);
  const other = { ...note, text: "Long lead." };
  expect(await keepNote(shop.act(), number, other)).toEqual({
    ok: false,
    error: { type: "id-taken" },
  });
  expect(await keepNote(shop.act(), 9, note)).toMatchObject({ error: { type: "ticket-unknown" } });
  expect(await takeNoteAway(shop.act(), number, note.id)).toEqual({ ok: true, value: [] });
});
