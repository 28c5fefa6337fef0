import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "../../core/base/result.ts";
import type { Job } from "../../core/rules/index.ts";
import {
  DECISIONS,
  type NewTicket,
  type Ticket,
  type TicketMove,
  type Wait,
} from "../../core/ticket/index.ts";
import type { Database } from "../database/database.server.ts";
import { machineFor } from "../guides/guides.server.ts";
import type { MoveRow, TicketRow } from "../database/tables.server.ts";

const FIRST_NUMBER = 1001;

/** All tickets, by number. */
export async function allTickets(db: Database): Promise<readonly Ticket[]> {
  const rows = await db.models.tickets.findAll({ order: ["number"], raw: true });
  return Promise.all(rows.map((row) => ticketOf(db, row)));
}

export async function ticketByNumber(
  db: Database,
  number: string,
  transaction?: Transaction,
): Promise<Ticket | undefined> {
  const row = await db.models.tickets.findByPk(number, { raw: true, transaction });
  return row ? ticketOf(db, row, transaction) : undefined;
}

async function ticketOf(db: Database, row: TicketRow, transaction?: Transaction): Promise<Ticket> {
  const [customer, { model }, moves] = await Promise.all([
    db.models.customers.findByPk(row.customerId, { raw: true, transaction }),
    machineFor(db, row.guideId, row.code, transaction),
    db.models.moves.findAll({
      where: { ticket: row.number },
      order: ["id"],
      raw: true,
      transaction,
    }),
  ]);
  const { guide } = model;
  return {
    number: row.number,
    customer: { name: customer!.name, phone: customer!.phone },
    fault: row.fault,
    code: row.code,
    guideId: row.guideId,
    machine: `${guide.maker} ${guide.model}`,
    serial: row.serial,
    condition: row.condition,
    job: JSON.parse(row.job) as Job,
    waits: row.waits as Wait,
    promised: row.promised,
    takenIn: row.takenIn,
    moves: moves.map(moveOf),
  };
}

const moveOf = (row: MoveRow): TicketMove => ({
  at: row.at,
  by: row.by,
  from: row.from as Wait,
  to: row.to as Wait,
  note: row.note,
});

export interface Stamp {
  readonly at: string;
  readonly by: string;
}

/** Writes a new ticket that waits for its customer; gives its number. */
export async function createTicket(
  db: Database,
  facts: NewTicket & { readonly guideId: string },
  stamp: Stamp & { readonly customerId: string },
): Promise<string> {
  return db.write(async (transaction) => {
    const customerId = await customerFor(db, facts, stamp.customerId, transaction);
    const last = Number((await db.models.tickets.max("number", { transaction })) ?? 0);
    const number = String(Math.max(FIRST_NUMBER, last + 1));
    const job: Job = { for: facts.parts, mode: facts.mode };
    await db.models.tickets.create(
      {
        number,
        customerId,
        guideId: facts.guideId,
        code: facts.code,
        serial: facts.serial,
        fault: facts.fault,
        condition: facts.condition,
        job: JSON.stringify(job),
        waits: "customer",
        promised: facts.promised,
        takenIn: stamp.at,
      },
      { transaction },
    );
    return number;
  });
}

async function customerFor(
  db: Database,
  { customer, phone }: NewTicket,
  id: string,
  transaction: Transaction,
): Promise<string> {
  const who = { name: customer.trim(), phone: phone.trim() };
  const known = await db.models.customers.findOne({ where: who, raw: true, transaction });
  if (known) return known.id;
  await db.models.customers.create({ id, ...who }, { transaction });
  return id;
}

export type DecideError =
  { readonly type: "ticket-unknown" } | { readonly type: "moved-on"; readonly waits: Wait };

/** Carries out a decision, if the ticket still waits for it: a stale page changes nothing. */
export async function decide(
  db: Database,
  number: string,
  decisionId: string,
  stamp: Stamp & { readonly note: string },
): Promise<Result<true, DecideError>> {
  return db.write(async (transaction) => {
    const row = await db.models.tickets.findByPk(number, { raw: true, transaction });
    if (!row) return fail({ type: "ticket-unknown" });
    const decision = DECISIONS.find(({ id, from }) => id === decisionId && from === row.waits);
    if (!decision) return fail({ type: "moved-on", waits: row.waits as Wait });
    await moveTicket(db, number, decision.from, decision.to, stamp, transaction);
    return ok(true);
  });
}

export async function moveTicket(
  db: Database,
  number: string,
  from: Wait,
  to: Wait,
  { at, by, note }: Stamp & { readonly note: string },
  transaction: Transaction,
): Promise<void> {
  await db.models.moves.create({ ticket: number, at, by, from, to, note }, { transaction });
  await db.models.tickets.update({ waits: to }, { where: { number }, transaction });
}
