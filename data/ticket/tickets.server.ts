import type { Transaction } from "sequelize";
import { reader } from "../../core/base/ajv.ts";
import { PACK_SIGNS, type PackSign } from "../../core/bench/index.ts";
import { type Job, readJob } from "../../core/rules/index.ts";
import {
  type BenchPhase,
  readIntake,
  type Ticket,
  type Transition,
  type Wait,
  type Work,
} from "../../core/ticket/index.ts";
import type { Database } from "../database/database.server.ts";
import { readColumn } from "../database/json.server.ts";
import type { TicketRow } from "../database/rows.server.ts";

const FIRST_NUMBER = 1001;

/** A ticket without what belongs to its customer and its guide. */
export type TicketFacts = Omit<Ticket, "customer" | "machine">;

const readSigns = reader<readonly PackSign[]>({
  type: "array",
  items: { enum: [...PACK_SIGNS] },
});

export const jobOf = (text: string): Job => readColumn(readJob, text, "a job");

const factsOf = ({ customerId: _, ...row }: TicketRow): TicketFacts => ({
  ...row,
  job: jobOf(row.job),
  signs: readColumn(readSigns, row.signs, "the signs of a ticket"),
  work: row.work as Work,
  bench: row.bench as BenchPhase,
  intake: readColumn(readIntake, row.intake, "what came with a ticket"),
  waits: row.waits as Wait,
});

/** What the bench has to know of a ticket. */
export async function ticketFacts(
  db: Database,
  number: number,
  transaction?: Transaction,
): Promise<TicketFacts | undefined> {
  const row = await db.tables.tickets.findByPk(number, {
    raw: true,
    transaction: transaction ?? null,
  });
  return row ? factsOf(row) : undefined;
}

interface WholeRow extends TicketRow {
  name: string;
  phone: string;
  machine: string | null;
}

/** A ticket with its customer and the name of its machine. */
export async function ticketByNumber(db: Database, number: number): Promise<Ticket | undefined> {
  const [row] = await db.select<WholeRow>(
    `SELECT tickets.*, customers.name, customers.phone, ticket_lines.machine FROM tickets
       JOIN customers ON customers.id = tickets.customerId
       LEFT JOIN ticket_lines ON ticket_lines.ticket = tickets.number
       WHERE tickets.number = $number`,
    { number },
  );
  if (!row) return undefined;
  const { name, phone, machine, ...facts } = row;
  return { ...factsOf(facts), customer: { name, phone }, machine: machine ?? row.guideId };
}

/** All tickets that are not handed back, with whose they are. */
export async function openWithCustomer(db: Database): Promise<
  readonly {
    readonly facts: TicketFacts;
    readonly customer: { readonly name: string; readonly phone: string };
  }[]
> {
  const rows = await db.select<TicketRow & { name: string; phone: string }>(
    `SELECT tickets.*, customers.name, customers.phone FROM tickets
       JOIN customers ON customers.id = tickets.customerId
       WHERE tickets.waits <> 'nothing' ORDER BY tickets.number`,
  );
  return rows.map(({ name, phone, ...facts }) => ({
    facts: factsOf(facts),
    customer: { name, phone },
  }));
}

export async function transitionsOf(db: Database, ticket: number): Promise<readonly Transition[]> {
  const rows = await db.tables.transitions.findAll({ where: { ticket }, order: ["id"], raw: true });
  return rows.map(({ at, by, from, to, note }) => ({
    at,
    by,
    from: from as Wait,
    to: to as Wait,
    note,
  }));
}

/** Writes a new ticket; gives its number, one above the highest. */
export async function addTicket(
  db: Database,
  ticket: Omit<TicketFacts, "number"> & { readonly customerId: string },
  transaction: Transaction,
  sent?: string,
): Promise<number> {
  const [last] = await db.select<{ number: number | null }>(
    "SELECT MAX(number) AS number FROM tickets",
    {},
    transaction,
  );
  const number = Math.max(FIRST_NUMBER, (last?.number ?? 0) + 1);
  const row: TicketRow = {
    ...ticket,
    number,
    sent: sent ?? null,
    job: JSON.stringify(ticket.job),
    signs: JSON.stringify(ticket.signs),
    intake: JSON.stringify(ticket.intake),
  };
  await db.tables.tickets.create({ ...row }, { transaction });
  await count(db, ticket.waits, 1, transaction);
  return number;
}

/** The ticket that something sent has become; undefined: it has not come in yet. */
export async function ticketSent(
  db: Database,
  sent: string | undefined,
  transaction?: Transaction,
): Promise<number | undefined> {
  if (sent === undefined) return undefined;
  const found = await db.tables.tickets.findOne({
    where: { sent },
    attributes: ["number"],
    raw: true,
    transaction: transaction ?? null,
  });
  return found?.number;
}

/** Writes what was put right of a ticket. */
export async function correctTicket(
  db: Database,
  number: number,
  { job, signs, intake, ...facts }: Partial<Omit<TicketFacts, "number">>,
  transaction: Transaction,
): Promise<void> {
  const row = {
    ...facts,
    ...(job ? { job: JSON.stringify(job) } : {}),
    ...(signs ? { signs: JSON.stringify(signs) } : {}),
    ...(intake ? { intake: JSON.stringify(intake) } : {}),
  };
  await db.tables.tickets.update(row, { where: { number }, transaction });
}

/** Records a transition and carries it out. */
export async function addTransition(
  db: Database,
  ticket: number,
  transition: Transition,
  transaction: Transaction,
): Promise<void> {
  const { from, to } = transition;
  await db.tables.transitions.create({ ticket, ...transition }, { transaction });
  await db.tables.tickets.update({ waits: to }, { where: { number: ticket }, transaction });
  await count(db, from, -1, transaction);
  await count(db, to, 1, transaction);
}

/** How far the bench is with a ticket. */
export async function keepBenchPhase(
  db: Database,
  number: number,
  bench: BenchPhase,
  transaction: Transaction,
): Promise<void> {
  await db.tables.tickets.update({ bench }, { where: { number }, transaction });
}

/** Earlier and later tickets of the machine with a serial, the newest first. */
export async function ticketsOfSerial(
  db: Database,
  serial: string,
  but: number | undefined,
): Promise<readonly TicketFacts[]> {
  if (serial.trim() === "") return [];
  const rows = await db.select<TicketRow>(
    "SELECT * FROM tickets WHERE serial = $serial AND number <> $but ORDER BY number DESC LIMIT 20",
    { serial: serial.trim(), but: but ?? 0 },
  );
  return rows.map(factsOf);
}

async function count(
  db: Database,
  waits: Wait,
  by: 1 | -1,
  transaction: Transaction,
): Promise<void> {
  await db.run(
    `INSERT INTO ticket_counts (waits, tickets) VALUES ($waits, CASE WHEN $by > 0 THEN $by ELSE 0 END)
       ON CONFLICT (waits) DO UPDATE SET tickets = ticket_counts.tickets + $by`,
    { waits, by },
    transaction,
  );
}

export async function changeTicketJob(
  db: Database,
  number: number,
  job: Job,
  transaction: Transaction,
): Promise<void> {
  const change = { job: JSON.stringify(job) };
  await db.tables.tickets.update(change, { where: { number }, transaction });
}

/** What there is to know of how much is left to do about a ticket. */
export type OpenTicket = Pick<TicketFacts, "number" | "waits" | "promised" | "job" | "work"> & {
  /** How many events its ledger has; 0: it has not begun. */
  readonly length: number;
};

/** All tickets that are not handed back. */
export async function openTickets(db: Database): Promise<readonly OpenTicket[]> {
  const rows = await db.select<TicketRow & { length: number }>(
    `SELECT tickets.number, tickets.waits, tickets.promised, tickets.job, tickets.work,
       COALESCE(streams.length, 0) AS length
       FROM tickets LEFT JOIN streams ON streams.ticket = tickets.number
       WHERE tickets.waits <> 'nothing' ORDER BY tickets.number`,
  );
  return rows.map(({ number, waits, promised, job, work, length }) => ({
    number,
    waits: waits as Wait,
    promised,
    job: jobOf(job),
    work: work as Work,
    length,
  }));
}

/** Open tickets of a guide whose ledger has not begun: they go by the guide as it is now. */
export async function unbegunTickets(
  db: Database,
  guideId: string,
): Promise<readonly TicketFacts[]> {
  const rows = await db.select<TicketRow>(
    `SELECT tickets.* FROM tickets LEFT JOIN streams ON streams.ticket = tickets.number
       WHERE tickets.guideId = $guideId AND tickets.waits <> 'nothing' AND streams.id IS NULL
       ORDER BY tickets.number`,
    { guideId },
  );
  return rows.map(factsOf);
}

/** A promise of a machine that came to the bench, and when it could be fetched from; null: it cannot yet. */
export interface PromiseRow {
  readonly promised: string;
  readonly ready: string | null;
}

/** All promises of machines that were worked on and are done, or are with the shop still. */
export async function promisesMade(db: Database): Promise<readonly PromiseRow[]> {
  return db.select(
    `SELECT tickets.promised AS promised,
        CASE WHEN tickets.waits IN ('bench', 'soak') THEN NULL ELSE MAX(done.at) END AS ready
      FROM tickets LEFT JOIN transitions AS done ON done.ticket = tickets.number AND done."to" = 'collection'
      WHERE tickets.waits IN ('bench', 'soak', 'collection', 'nothing') AND EXISTS
        (SELECT 1 FROM transitions AS begun WHERE begun.ticket = tickets.number AND begun."to" = 'bench')
      GROUP BY tickets.number, tickets.promised, tickets.waits
      HAVING tickets.waits IN ('bench', 'soak') OR MAX(done.at) IS NOT NULL ORDER BY tickets.number`,
    {},
  );
}

/** Open tickets of a guide whose job may be changed, with whose they are. */
export async function changeableTickets(
  db: Database,
  guideId: string,
): Promise<readonly { readonly number: number; readonly customer: string }[]> {
  return db.select(
    `SELECT tickets.number, customers.name AS customer FROM tickets
       JOIN customers ON customers.id = tickets.customerId
       WHERE tickets.guideId = $guideId AND tickets.waits IN ('finding', 'customer', 'part', 'bench')
       ORDER BY tickets.number`,
    { guideId },
  );
}

/** How many machines of each guide were handed back. */
export async function handedBack(db: Database): Promise<ReadonlyMap<string, number>> {
  const rows = await db.select<{ guideId: string; done: number }>(
    "SELECT guideId, COUNT(*) AS done FROM tickets WHERE waits = 'nothing' GROUP BY guideId",
  );
  return new Map(rows.map(({ guideId, done }) => [guideId, done]));
}
