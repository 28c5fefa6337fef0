import { QueryTypes, type Transaction } from "sequelize";
import type { Entry, Folded, LedgerEvent } from "../../core/bench/index.ts";
import type { Job } from "../../core/rules/index.ts";
import type { Ticket, Wait } from "../../core/ticket/index.ts";
import type { Database } from "../database/database.server.ts";
import type { EventRow } from "../database/tables.server.ts";
import { planFor } from "../plans/plans.server.ts";

/** What a tick has to know of its ticket. */
export type BenchFacts = Pick<Ticket, "number" | "guideId" | "code" | "job" | "waits" | "takenIn">;

/** A ticket's ledger as the bench sees it: unopened, it begins with the plan of its job, not yet written. */
export interface OpenLedger {
  readonly facts: BenchFacts;
  readonly events: readonly LedgerEvent[];
  readonly isWritten: boolean;
  /** The state that was folded last, to go on from. */
  readonly folded?: Folded;
}

/** The ledger of a ticket, oldest first. */
export async function eventsOf(db: Database, ticket: string): Promise<readonly LedgerEvent[]> {
  const rows = await db.models.events.findAll({ where: { ticket }, order: ["seq"], raw: true });
  return rows.map(eventOf);
}

const eventOf = ({ id, at, by, entry }: EventRow): LedgerEvent => ({
  id,
  at,
  by,
  entry: JSON.parse(entry) as Entry,
});

export async function benchFacts(db: Database, number: string): Promise<BenchFacts | undefined> {
  const row = await db.models.tickets.findByPk(number, { raw: true });
  return row ? { ...row, job: JSON.parse(row.job) as Job, waits: row.waits as Wait } : undefined;
}

export async function openLedger(db: Database, facts: BenchFacts): Promise<OpenLedger> {
  const events = await eventsOf(db, facts.number);
  if (events.length > 0) return { facts, events, isWritten: true };
  const entry = await startOf(db, facts);
  const start = { id: `${facts.number}.start`, at: facts.takenIn, by: "the plan", entry };
  return { facts, events: [start], isWritten: false };
}

/** The entry that opens a closed machine with the plan of its ticket's job. */
export async function startOf(db: Database, facts: BenchFacts): Promise<Entry> {
  const plan = await planFor(db, facts);
  if (!plan.ok) throw new Error(`ticket ${facts.number} has a job without a plan`);
  return { do: "start", job: facts.job, down: plan.value.down };
}

/** Ledgers of this process's last ticks, so that a tick does not read and fold all that came before it. */
const kept = new WeakMap<Database, Map<string, OpenLedger>>();
const MOST = 200;

/** A ledger as it was after the last tick of this process, or, with `isFresh`, as it is on disk. */
export async function ledgerOf(
  db: Database,
  ticket: string,
  isFresh: boolean,
): Promise<OpenLedger | undefined> {
  const known = isFresh ? undefined : kept.get(db)?.get(ticket);
  if (known) return known;
  const facts = await benchFacts(db, ticket);
  return facts && (await openLedger(db, facts));
}

/** Keeps a ledger for the next tick; of too many, the one that was used longest ago is dropped. */
export function keepLedger(db: Database, ledger: OpenLedger): void {
  let all = kept.get(db);
  if (!all) kept.set(db, (all = new Map<string, OpenLedger>()));
  all.delete(ledger.facts.number);
  all.set(ledger.facts.number, ledger);
  if (all.size > MOST) all.delete(all.keys().next().value!);
}

interface Standing {
  readonly waits: string;
  readonly job: string;
  readonly written: number;
}

/** Whether a ticket and its ledger are on disk as they were read. */
export async function isAsRead(
  db: Database,
  { facts, events, isWritten }: OpenLedger,
  transaction: Transaction,
): Promise<boolean> {
  const [now] = await db.sequelize.query<Standing>(
    "SELECT waits, job, (SELECT COUNT(*) FROM events WHERE ticket = $n) AS written FROM tickets WHERE number = $n",
    { bind: { n: facts.number }, type: QueryTypes.SELECT, transaction },
  );
  const known = isWritten ? events.length : 0;
  return (
    now?.waits === facts.waits && now.written === known && now.job === JSON.stringify(facts.job)
  );
}
