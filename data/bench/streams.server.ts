import type { Transaction } from "sequelize";
import { reader } from "../../core/base/ajv.ts";
import type { PinnedGuide, StoredEvent } from "../../core/bench/index.ts";
import { readColumn } from "../database/json.server.ts";
import type { Database } from "../database/database.server.ts";
import type { EventRow } from "../database/rows.server.ts";

/** A ledger as it is on disk: what it is pinned to, and its events, oldest first. */
export interface Stream {
  readonly id: string;
  readonly guide: PinnedGuide;
  readonly events: readonly StoredEvent[];
}

export async function readStream(db: Database, id: string): Promise<Stream | undefined> {
  const head = await db.tables.streams.findByPk(id, { raw: true });
  if (!head) return undefined;
  const rows = await db.tables.events.findAll({
    where: { stream: id },
    order: ["seq"],
    raw: true,
  });
  const guide = { version: head.guide, code: head.code };
  return { id, guide, events: rows.map(storedOf) };
}

/** How many events a stream has; 0 where it has not begun. */
export async function lengthOf(
  db: Database,
  id: string,
  transaction?: Transaction,
): Promise<number> {
  const head = await db.tables.streams.findByPk(id, {
    attributes: ["length"],
    raw: true,
    transaction: transaction ?? null,
  });
  return head?.length ?? 0;
}

/** Bodies are read by the schema of their kind and version, in core. */
const readBody = reader<object>({ type: "object" });

const storedOf = (row: EventRow): StoredEvent => ({
  ...row,
  body: readColumn(readBody, row.body, `event ${row.id}`),
});

/** Writes events behind those that are there; the first ones make the stream. */
export async function addEvents(
  db: Database,
  stream: Pick<Stream, "id" | "guide"> & { readonly ticket: number | undefined },
  known: number,
  events: readonly StoredEvent[],
  transaction: Transaction,
): Promise<void> {
  const { id, guide, ticket } = stream;
  const length = known + events.length;
  if (known === 0) {
    const head = { id, ticket: ticket ?? null, guide: guide.version, code: guide.code, length };
    await db.tables.streams.create(head, { transaction });
  } else {
    // A job that goes on by another version says so: it is pinned to that one from then on.
    const { version: to } = guide;
    await db.tables.streams.update({ length, guide: to }, { where: { id }, transaction });
  }
  const rows = events.map((event) => ({ ...event, body: JSON.stringify(event.body) }));
  await db.tables.events.bulkCreate(rows, { transaction });
}

/** The stored event of an id, in whatever stream. */
export async function eventById(db: Database, id: string): Promise<StoredEvent | undefined> {
  const row = await db.tables.events.findByPk(id, { raw: true });
  return row ? storedOf(row) : undefined;
}

/** Open tickets whose ledger has begun with a version of a guide that is not the one given. */
export async function ticketsOnOther(
  db: Database,
  guideId: string,
  hash: string,
): Promise<readonly number[]> {
  const rows = await db.select<{ ticket: number }>(
    `SELECT streams.ticket FROM streams JOIN tickets ON tickets.number = streams.ticket
       WHERE tickets.guideId = $guideId AND tickets.waits <> 'nothing' AND streams.guide <> $hash
       ORDER BY streams.ticket`,
    { guideId, hash },
  );
  return rows.map(({ ticket }) => ticket);
}

/** A job of a guide as it is on disk, with the serial of its machine. */
export interface StoredJob extends Pick<Stream, "guide" | "events"> {
  readonly ticket: number;
  readonly serial: string;
}

/** The last so many jobs of a guide, oldest first. */
export async function jobsOfGuide(
  db: Database,
  guideId: string,
  most: number,
): Promise<readonly StoredJob[]> {
  const heads = await db.select<{
    id: string;
    ticket: number;
    serial: string;
    version: string;
    code: string;
  }>(
    `SELECT streams.id, streams.ticket, tickets.serial, streams.guide AS version, streams.code FROM streams
       JOIN tickets ON tickets.number = streams.ticket
       WHERE tickets.guideId = $guideId ORDER BY streams.ticket DESC LIMIT $most`,
    { guideId, most },
  );
  const rows = await db.tables.events.findAll({
    where: { stream: heads.map(({ id }) => id) },
    order: ["stream", "seq"],
    raw: true,
  });
  const events = new Map<string, StoredEvent[]>(heads.map(({ id }) => [id, []]));
  for (const row of rows) events.get(row.stream)!.push(storedOf(row));
  return [...heads].reverse().map(({ id, ticket, serial, version, code }) => ({
    ticket,
    serial,
    guide: { version, code },
    events: events.get(id)!,
  }));
}

/** What began and ended exercises that have no ticket, of one person or of all, oldest first. */
export async function practiceMarks(
  db: Database,
  by: string | undefined,
): Promise<readonly StoredEvent[]> {
  const rows = await db.select<EventRow>(
    `SELECT events.* FROM streams JOIN events ON events.stream = streams.id
       WHERE streams.ticket IS NULL AND events.kind IN ('set', 'came-out')
         AND ($by = '' OR events."by" = $by)
       ORDER BY events.at, events.stream, events.seq`,
    { by: by ?? "" },
  );
  return rows.map(storedOf);
}
