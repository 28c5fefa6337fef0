import type { Transaction } from "sequelize";
import {
  admit,
  apply,
  foldLedger,
  replan,
  routeDown,
  type BenchState,
  type Entry,
  type LedgerEvent,
  type Machinery,
  type Refusal,
} from "../core/bench/index.ts";
import { fail, ok, type Result } from "../core/result.ts";
import type { Job } from "../core/plan/index.ts";
import type { Ticket, Wait } from "../core/ticket/index.ts";
import type { Database } from "./database.server.ts";
import { machineFor } from "./guides.server.ts";
import type { EventRow } from "./models.server.ts";
import { planFor } from "./plans.server.ts";
import { moveTicket } from "./tickets.server.ts";

export type AppendError =
  | { readonly type: "ticket-unknown" }
  /** The ticket is not (or no longer) at the bench. */
  | { readonly type: "not-at-bench" }
  /** Somebody went on since: the events the client has not seen. */
  | { readonly type: "stale"; readonly events: readonly LedgerEvent[] }
  | { readonly type: "id-taken" }
  | { readonly type: "refused"; readonly refusal: Refusal };

/** The ledger of a ticket, oldest first. */
export async function eventsOf(
  db: Database,
  ticket: string,
  transaction?: Transaction,
): Promise<readonly LedgerEvent[]> {
  const rows = await db.models.events.findAll({
    where: { ticket },
    order: ["seq"],
    raw: true,
    transaction,
  });
  return rows.map(eventOf);
}

const eventOf = ({ id, at, by, entry }: EventRow): LedgerEvent => ({
  id,
  at,
  by,
  entry: JSON.parse(entry) as Entry,
});

/**
 * Writes one event in a transaction of its own. `after` is the number of events the client knows.
 * An event whose id is there already is acknowledged again and written once. Gives the events that
 * the client has not seen: its own, and a new plan where its step made the old one impossible.
 */
export async function appendEvent(
  db: Database,
  ticket: string,
  event: LedgerEvent,
  after: number,
): Promise<Result<readonly LedgerEvent[], AppendError>> {
  return db.sequelize.transaction(async (transaction) => {
    const facts = await benchFacts(db, ticket, transaction);
    if (!facts) return fail({ type: "ticket-unknown" });
    const { events, isWritten } = await openLedger(db, facts, transaction);
    if (events.some(({ id }) => id === event.id)) return ok(events.slice(after));
    if (await isTaken(db, event.id, transaction)) return fail({ type: "id-taken" });
    if (facts.waits !== "bench") return fail({ type: "not-at-bench" });
    if (after !== events.length) return fail({ type: "stale", events: events.slice(after) });
    const { machinery } = await machineFor(db, facts.guideId, facts.code, transaction);
    const state = foldLedger(machinery, events);
    const admitted = admit(machinery, state, event.entry);
    if (!admitted.ok) return fail({ type: "refused", refusal: admitted.error });
    const added = [event, ...followUp(machinery, state, event)];
    const written = isWritten ? events.length : 0;
    const all = [...events, ...added];
    for (let seq = written; seq < all.length; seq++) {
      await write(db, ticket, seq, all[seq]!, transaction);
    }
    if (event.entry.do === "close") {
      const note = event.entry.explained ?? "count at nought";
      await moveTicket(db, ticket, "bench", "soak", { ...event, note }, transaction);
    }
    return ok(added);
  });
}

/** What a tick has to know of its ticket: one row, since every tick reads it. */
type BenchFacts = Pick<Ticket, "number" | "guideId" | "code" | "job" | "waits" | "takenIn">;

async function benchFacts(
  db: Database,
  number: string,
  transaction: Transaction,
): Promise<BenchFacts | undefined> {
  const row = await db.models.tickets.findByPk(number, { raw: true, transaction });
  return row ? { ...row, job: JSON.parse(row.job) as Job, waits: row.waits as Wait } : undefined;
}

const isTaken = async (db: Database, id: string, transaction: Transaction): Promise<boolean> =>
  (await db.models.events.count({ where: { id }, transaction })) > 0;

/** A new plan from here, when the steps that are left no longer lead to the end. */
function followUp(
  machinery: Machinery,
  before: BenchState,
  event: LedgerEvent,
): readonly LedgerEvent[] {
  const { entry } = event;
  if (entry.do !== "release" && entry.do !== "lift") return [];
  const state = apply(machinery.model, before, entry);
  if (state.phase !== "down" || routeDown(machinery, state).complete) return [];
  const plan = replan(machinery, state);
  if (!plan.ok) throw new Error(`no way on from here: ${JSON.stringify(plan.error)}`);
  return [{ id: `${event.id}.replan`, at: event.at, by: event.by, entry: plan.value }];
}

async function write(
  db: Database,
  ticket: string,
  seq: number,
  { id, at, by, entry }: LedgerEvent,
  transaction: Transaction,
): Promise<void> {
  await db.models.events.create(
    { id, ticket, seq, at, by, entry: JSON.stringify(entry) },
    { transaction },
  );
}

/** A ticket's ledger as the bench sees it: unopened, it begins with the plan of its job, not yet written. */
export interface OpenLedger {
  readonly events: readonly LedgerEvent[];
  readonly isWritten: boolean;
}

export async function openLedger(
  db: Database,
  facts: BenchFacts,
  transaction?: Transaction,
): Promise<OpenLedger> {
  const events = await eventsOf(db, facts.number, transaction);
  if (events.length > 0) return { events, isWritten: true };
  const plan = await planFor(db, facts, transaction);
  if (!plan.ok) throw new Error(`ticket ${facts.number} has a job without a plan`);
  const entry: Entry = { do: "start", job: facts.job, down: plan.value.down };
  const start = { id: `${facts.number}.start`, at: facts.takenIn, by: "the plan", entry };
  return { events: [start], isWritten: false };
}

export type ChangeError =
  | { readonly type: "ticket-unknown" }
  | { readonly type: "too-late" }
  | { readonly type: "no-plan" };

/**
 * Gives a ticket another job. Where the strip-down has begun, the new plan goes on from the state
 * the machine is in now; once the build-up has begun, or the ticket has left the bench, it is too late.
 */
export async function changeJob(
  db: Database,
  ticket: string,
  job: Job,
  event: Pick<LedgerEvent, "id" | "at" | "by">,
): Promise<Result<true, ChangeError>> {
  return db.sequelize.transaction(async (transaction) => {
    const facts = await benchFacts(db, ticket, transaction);
    if (!facts) return fail({ type: "ticket-unknown" });
    if (!["customer", "part", "bench"].includes(facts.waits)) return fail({ type: "too-late" });
    const events = await eventsOf(db, ticket, transaction);
    if (events.length === 0) {
      const plan = await planFor(db, { ...facts, job }, transaction);
      if (!plan.ok) return fail({ type: "no-plan" });
    } else {
      const { machinery } = await machineFor(db, facts.guideId, facts.code, transaction);
      const state = foldLedger(machinery, events);
      const entry = replan(machinery, state, job);
      if (!entry.ok) return fail({ type: "no-plan" });
      const admitted = admit(machinery, state, entry.value);
      if (!admitted.ok) return fail({ type: "too-late" });
      await write(db, ticket, events.length, { ...event, entry: entry.value }, transaction);
    }
    await db.models.tickets.update(
      { job: JSON.stringify(job) },
      { where: { number: ticket }, transaction },
    );
    return ok(true);
  });
}
