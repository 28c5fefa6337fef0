import type { Transaction } from "sequelize";
import { readJson } from "../../core/base/ajv.ts";
import { type Deed, readDeed, type StoredDeed, WAITS } from "../../core/ticket/index.ts";
import type { Database } from "../database/database.server.ts";
import { readColumn } from "../database/json.server.ts";
import type { DeedRow } from "../database/rows.server.ts";
import { openWithCustomer, type TicketFacts } from "./tickets.server.ts";

/** The deeds of a ticket, oldest first. */
export async function deedsOf(
  db: Database,
  ticket: number,
  transaction?: Transaction,
): Promise<readonly StoredDeed[]> {
  const rows = await db.tables.deeds.findAll({
    where: { ticket },
    order: ["seq"],
    raw: true,
    transaction: transaction ?? null,
  });
  return rows.map(({ id, at, by, body }) => ({
    id,
    at,
    by,
    deed: readColumn(readDeed, body, `deed ${id}`),
  }));
}

/** A ticket that is not handed back, with whose it is and its deeds, oldest first. */
export interface OpenRecord {
  readonly facts: TicketFacts;
  readonly customer: { readonly name: string; readonly phone: string };
  readonly deeds: readonly StoredDeed[];
}

/** What a ticket waits for that is not handed back, in SQL: named one by one they are found by their index. */
const OPEN = WAITS.filter((wait) => wait !== "nothing")
  .map((wait) => `'${wait}'`)
  .join(", ");

/** All tickets that are not handed back, with their deeds; one whose record cannot be read says so on its own page. */
export async function openRecords(db: Database): Promise<readonly OpenRecord[]> {
  const tickets = await openWithCustomer(db);
  const rows = await db.select<DeedRow>(
    `SELECT * FROM deeds WHERE ticket IN (SELECT number FROM tickets WHERE waits IN (${OPEN}))
       ORDER BY seq`,
  );
  const of = new Map<number, StoredDeed[]>();
  const broken = new Set<number>();
  for (const { ticket, id, at, by, body } of rows) {
    const deed = readJson(readDeed, body);
    if (!deed.ok) {
      broken.add(ticket);
      continue;
    }
    const stored = { id, at, by, deed: deed.value };
    const all = of.get(ticket);
    if (all) all.push(stored);
    else of.set(ticket, [stored]);
  }
  return tickets
    .filter(({ facts }) => !broken.has(facts.number))
    .map((one) => ({ ...one, deeds: of.get(one.facts.number) ?? [] }));
}

/** The deed of an id, and its ticket: what was sent twice is written once. */
export async function deedById(
  db: Database,
  id: string,
  transaction: Transaction,
): Promise<{ readonly ticket: number; readonly deed: Deed } | undefined> {
  const found = await db.tables.deeds.findOne({ where: { id }, raw: true, transaction });
  return found
    ? { ticket: found.ticket, deed: readColumn(readDeed, found.body, `deed ${id}`) }
    : undefined;
}

export async function addDeeds(
  db: Database,
  ticket: number,
  deeds: readonly StoredDeed[],
  transaction: Transaction,
): Promise<void> {
  for (const { id, at, by, deed } of deeds) {
    const row = { id, ticket, kind: deed.kind, version: 1, at, by, body: JSON.stringify(deed) };
    await db.tables.deeds.create(row, { transaction });
  }
}

/** How often each cause turned out to be the fault, over all tickets. */
export async function turnedOutCounts(db: Database): Promise<Readonly<Record<string, number>>> {
  const rows = await db.select<{ cause: string; times: number }>(
    `SELECT json_extract(body, '$.cause') AS cause, COUNT(DISTINCT ticket) AS times FROM deeds
       WHERE kind = 'turned-out' AND CAST(json_extract(body, '$.was') AS INTEGER) = 1
       GROUP BY json_extract(body, '$.cause')`,
    {},
  );
  return Object.fromEntries(rows.map(({ cause, times }) => [cause, times]));
}
