import type { Transaction } from "sequelize";
import { reader } from "../../core/base/ajv.ts";
import type {
  TicketLine,
  TicketOrder,
  TicketTrouble,
  Wait,
  Work,
  WorkLine,
} from "../../core/ticket/index.ts";
import { containing } from "../database/containing.server.ts";
import type { Database } from "../database/database.server.ts";
import { readColumn } from "../database/json.server.ts";
import type { TicketLineRow } from "../database/rows.server.ts";

export async function keepLine(
  db: Database,
  ticket: number,
  { machine, work, dive, trouble, held }: WorkLine,
  transaction: Transaction,
): Promise<void> {
  const row: TicketLineRow = {
    ticket,
    machine,
    work,
    dive: dive ?? null,
    trouble: trouble ? JSON.stringify(trouble) : null,
    held: held ?? null,
  };
  await db.tables.ticketLines.upsert({ ...row }, { transaction });
}

interface LineRow {
  number: number;
  customer: string;
  fault: string;
  wanted: string;
  waits: string;
  since: string;
  promised: string;
  machine: string | null;
  work: string | null;
  dive: string | null;
  trouble: string | null;
  held: string | null;
}

const readTrouble = reader<TicketTrouble>({
  type: "object",
  required: ["type"],
  properties: { type: { type: "string" } },
});

const lineOf = (row: LineRow): TicketLine => ({
  number: row.number,
  customer: row.customer,
  machine: row.machine ?? "",
  work: row.work ?? "",
  fault: row.fault,
  wanted: row.wanted as Work,
  waits: row.waits as Wait,
  since: row.since,
  promised: row.promised,
  dive: row.dive ?? undefined,
  trouble: row.trouble === null ? undefined : readColumn(readTrouble, row.trouble, "a trouble"),
  held: (row.held ?? undefined) as TicketLine["held"],
});

const LINES = `SELECT tickets.number, customers.name AS customer, tickets.fault, tickets.work AS wanted, tickets.waits, tickets.promised,
    COALESCE((SELECT MAX(transitions.at) FROM transitions WHERE transitions.ticket = tickets.number),
      tickets.takenIn) AS since, ticket_lines.machine, ticket_lines.work, ticket_lines.dive, ticket_lines.trouble,
    ticket_lines.held
  FROM tickets JOIN customers ON customers.id = tickets.customerId
  LEFT JOIN ticket_lines ON ticket_lines.ticket = tickets.number`;

/** The tickets that wait for something, worst promise first within each wait. */
export async function openLines(db: Database, waits?: Wait): Promise<readonly TicketLine[]> {
  const which = waits === undefined ? "tickets.waits <> 'nothing'" : "tickets.waits = $waits";
  const rows = await db.select<LineRow>(
    `${LINES} WHERE ${which} ORDER BY tickets.promised, tickets.number`,
    waits === undefined ? {} : { waits },
  );
  return rows.map(lineOf);
}

export async function lineOfTicket(db: Database, number: number): Promise<TicketLine | undefined> {
  const [row] = await db.select<LineRow>(`${LINES} WHERE tickets.number = $number`, { number });
  return row && lineOf(row);
}

const COLUMNS: Readonly<Record<TicketOrder, string>> = {
  number: "tickets.number",
  customer: "customers.name COLLATE NOCASE",
  machine: "ticket_lines.machine",
  work: "ticket_lines.work",
  waits: "tickets.waits",
  promised: "tickets.promised",
};

export interface TicketQuery {
  readonly query: string;
  readonly page: number;
  readonly size: number;
  readonly by?: TicketOrder | undefined;
  readonly isUp?: boolean | undefined;
}

/** One page of all tickets. */
export interface TicketPage {
  readonly lines: readonly TicketLine[];
  /** How many there are in all, on all pages. */
  readonly tickets: number;
}

/** A phone is known by its last digits, however it is spelt: with or without a country, blanks or strokes. */
const LAST_DIGITS = 7;
const FEWEST_OF_A_PHONE = 5;

/** The digits at the end of what is typed as a phone; undefined: it is none. */
function phoneEnd(query: string): string | undefined {
  if (!/^[\d\s+()/.-]+$/.test(query)) return undefined;
  const digits = query.replace(/\D/g, "");
  return digits.length < FEWEST_OF_A_PHONE ? undefined : digits.slice(-LAST_DIGITS);
}

/** A phone without what is put between its digits. */
const BARE_PHONE = [" ", "-", "/", ".", "(", ")"].reduce(
  (phone, between) => `REPLACE(${phone}, '${between}', '')`,
  "customers.phone",
);

/**
 * Tickets of all time whose number begins so, or whose customer, phone, machine, fault, work or serial has the words
 * in it; the newest first, unless another order is asked for.
 */
export async function pageOfTickets(
  db: Database,
  { query, page, size, by = "number", isUp = false }: TicketQuery,
): Promise<TicketPage> {
  const order = `ORDER BY ${COLUMNS[by]} ${isUp ? "ASC" : "DESC"}, tickets.number DESC`;
  const window = { limit: size, offset: (page - 1) * size };
  if (query === "") {
    const rows = await db.select<LineRow>(`${LINES} ${order} LIMIT $limit OFFSET $offset`, window);
    const counts = await ticketCounts(db);
    const tickets = [...counts.values()].reduce((sum, n) => sum + n, 0);
    return { lines: rows.map(lineOf), tickets };
  }
  const like = containing(query);
  const end = phoneEnd(query);
  const where = `WHERE CAST(tickets.number AS TEXT) LIKE substr($like, 2) ESCAPE '\\'
    OR customers.name LIKE $like ESCAPE '\\' OR customers.phone LIKE $like ESCAPE '\\'
    OR tickets.fault LIKE $like ESCAPE '\\' OR tickets.serial LIKE $like ESCAPE '\\' OR ticket_lines.machine LIKE $like ESCAPE '\\'
    OR ticket_lines.work LIKE $like ESCAPE '\\'${end === undefined ? "" : ` OR ${BARE_PHONE} LIKE $end`}`;
  const bound = { like, ...(end === undefined ? {} : { end: `%${end}%` }) };
  const rows = await db.select<LineRow>(`${LINES} ${where} ${order} LIMIT $limit OFFSET $offset`, {
    ...bound,
    ...window,
  });
  const [all] = await db.select<{ tickets: number }>(
    `SELECT COUNT(*) AS tickets FROM tickets JOIN customers ON customers.id = tickets.customerId
      LEFT JOIN ticket_lines ON ticket_lines.ticket = tickets.number ${where}`,
    bound,
  );
  return { lines: rows.map(lineOf), tickets: all!.tickets };
}

/** How many tickets wait for what. */
export async function ticketCounts(db: Database): Promise<ReadonlyMap<Wait, number>> {
  const rows = await db.tables.ticketCounts.findAll({ raw: true });
  return new Map(rows.map(({ waits, tickets }) => [waits as Wait, tickets]));
}

/** Counts all tickets anew. */
export async function recount(db: Database, transaction: Transaction): Promise<void> {
  await db.tables.ticketCounts.destroy({ where: {}, transaction });
  await db.run(
    "INSERT INTO ticket_counts SELECT waits, COUNT(*) FROM tickets GROUP BY waits",
    {},
    transaction,
  );
}

/** All tickets by number, a piece at a time. */
export async function ticketNumbersAfter(
  db: Database,
  number: number,
  most: number,
): Promise<readonly number[]> {
  const rows = await db.select<{ number: number }>(
    "SELECT number FROM tickets WHERE number > $number ORDER BY number LIMIT $most",
    { number, most },
  );
  return rows.map((row) => row.number);
}
