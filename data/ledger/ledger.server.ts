import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  admit,
  apply,
  type BenchState,
  type Entry,
  type Folded,
  foldLedger,
  foldOn,
  leavesFor,
  type LedgerEvent,
  type Refusal,
  REPLAN,
  routeDown,
  stopById,
} from "../../core/bench/index.ts";
import { savedState } from "../../core/plan/index.ts";
import type { Job, JobError, Model } from "../../core/rules/index.ts";
import type { Wait } from "../../core/ticket/index.ts";
import { stopAsk } from "../../core/words/index.ts";
import { UniqueConstraintError, type Transaction } from "sequelize";
import type { Database } from "../database/database.server.ts";
import { announce } from "./announce.server.ts";
import { machineFor } from "../guides/guides.server.ts";
import {
  benchFacts,
  eventsOf,
  isAsRead,
  keepLedger,
  ledgerOf,
  startOf,
  type BenchFacts,
  type OpenLedger,
} from "./kept-ledgers.server.ts";
import { planAside } from "../plans/planner.server.ts";
import { planFor } from "../plans/plans.server.ts";
import { moveTicket, type DecideError } from "../tickets/tickets.server.ts";

export type AppendError =
  | { readonly type: "ticket-unknown" }
  /** The ticket is not (or no longer) at the bench. */
  | { readonly type: "not-at-bench" }
  /** Somebody went on since: the events the client has not seen. */
  | { readonly type: "stale"; readonly events: readonly LedgerEvent[] }
  | { readonly type: "id-taken" }
  | { readonly type: "refused"; readonly refusal: Refusal };

/**
 * Writes one event. `after` is the number of events the client knows. An event whose id is there
 * already is acknowledged again and written once. Gives the events that the client has not seen: its
 * own, and a new plan where its step made the old one impossible. It is judged first (a new plan
 * takes its time, in a worker) and then written in a transaction of its own, if nothing has come
 * between; else it is judged anew.
 */
export async function appendEvent(
  db: Database,
  ticket: string,
  event: LedgerEvent,
  after: number,
): Promise<Result<readonly LedgerEvent[], AppendError>> {
  for (let isFresh = false; ; isFresh = true) {
    const ledger = await ledgerOf(db, ticket, isFresh);
    if (!ledger) return fail({ type: "ticket-unknown" });
    if (ledger.events.some(({ id }) => id === event.id)) return ok(ledger.events.slice(after));
    const judged = await judge(db, ledger, event, after);
    if (!judged.ok) {
      // What was kept may be behind: a refusal is given by what is on disk.
      if (isFresh) return judged;
      continue;
    }
    const written = await writeNew(db, ledger, judged.value, event.id);
    if (written === "id-taken") return fail({ type: "id-taken" });
    if (written === "written") return ok(judged.value.added);
  }
}

/** Writes what was judged and tells the screens; "behind" when others came first. */
async function writeNew(
  db: Database,
  ledger: OpenLedger,
  judged: Judged,
  id: string,
): Promise<"written" | "behind" | "id-taken"> {
  try {
    const isWritten = await db.write((transaction) => writeAfter(db, ledger, judged, transaction));
    if (isWritten) hasGrown(db, ledger, judged);
    return isWritten ? "written" : "behind";
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
    return (await db.models.events.count({ where: { id } })) > 0 ? "id-taken" : "behind";
  }
}

/** Keeps the longer ledger for the next tick, and tells the screens what is new. */
function hasGrown(db: Database, ledger: OpenLedger, { added, leaves, folded }: Judged): void {
  const { facts, events } = ledger;
  const waits = leaves?.to ?? facts.waits;
  const next = { facts: { ...facts, waits }, events: [...events, ...added], isWritten: true };
  keepLedger(db, folded ? { ...next, folded } : next);
  announce(facts.number, { from: events.length, events: added });
}

/** What an event brings about: more events, and perhaps that the ticket leaves the bench. */
interface Judged {
  readonly added: readonly LedgerEvent[];
  readonly leaves?: { readonly to: Wait; readonly note: string };
  /** The state before it, for the next tick to go on from. */
  readonly folded?: Folded;
}

/** What this event adds to the ledger as it stands, or why it may not be written. */
async function judge(
  db: Database,
  { facts, events, folded }: OpenLedger,
  event: LedgerEvent,
  after: number,
): Promise<Result<Judged, AppendError>> {
  if (facts.waits !== "bench") return fail({ type: "not-at-bench" });
  if (after !== events.length) return fail({ type: "stale", events: events.slice(after) });
  const { model } = await machineFor(db, facts.guideId, facts.code);
  const now = foldOn(model, folded, events);
  const admitted = admit(model, now.state, event.entry);
  if (!admitted.ok) return fail({ type: "refused", refusal: admitted.error });
  const added = [event, ...(await followUp(model, now.state, event))];
  const leaves = leavesBench(model, event.entry);
  return ok({ added, folded: now, ...(leaves ? { leaves } : {}) });
}

/** That a job is closed, or held, with the words for the ticket's record. */
function leavesBench({ guide }: Model, entry: Entry): Judged["leaves"] {
  const to = leavesFor(guide, entry);
  if (to === undefined) return undefined;
  if (entry.do === "close") return { to, note: entry.explained ?? "count at nought" };
  if (entry.do !== "answer") return undefined;
  return { to, note: `held: ${stopAsk(guide, stopById(guide, entry.stop)!)} ${entry.answer}` };
}

/** Writes events behind those that were judged, all or none; false when others came first. */
async function writeAfter(
  db: Database,
  ledger: OpenLedger,
  { added, leaves }: Judged,
  transaction: Transaction,
): Promise<boolean> {
  if (!(await isAsRead(db, ledger, transaction))) return false;
  const { events, isWritten, facts } = ledger;
  const known = isWritten ? events.length : 0;
  const ticket = facts.number;
  const rows = [...events, ...added].slice(known).map(({ id, at, by, entry }, i) => ({
    id,
    ticket,
    seq: known + i,
    at,
    by,
    entry: JSON.stringify(entry),
  }));
  await db.models.events.bulkCreate(rows, { transaction });
  if (leaves) {
    const { at, by } = added.at(-1)!;
    await moveTicket(
      db,
      ticket,
      facts.waits,
      leaves.to,
      { at, by, note: leaves.note },
      transaction,
    );
  }
  return true;
}

/** A new plan from here, when the steps that are left no longer lead to the end. */
async function followUp(
  model: Model,
  before: BenchState,
  event: LedgerEvent,
): Promise<readonly LedgerEvent[]> {
  const { entry } = event;
  if (entry.do !== "release" && entry.do !== "lift" && entry.do !== "rework") return [];
  const state = apply(model, before, entry);
  const isBack = entry.do === "rework";
  if (!isBack && (state.phase !== "down" || routeDown(model, state).complete)) return [];
  const job = isBack ? reachJob(before, entry.joint) : state.job!;
  const plan = await replan(model, state, job);
  if (!plan.ok) throw new Error(`no way on from here: ${JSON.stringify(plan.error)}`);
  return [{ id: `${event.id}${REPLAN}`, at: event.at, by: event.by, entry: plan.value }];
}

/** The job of going back to a joint, done the way the job was. */
const reachJob = ({ job }: BenchState, joint: string): Job => ({
  for: [],
  reach: [joint],
  ...(job?.mode === undefined ? {} : { mode: job.mode }),
});

/** The entry that leads on from the machine as it is now, for the same job or another one. */
async function replan(
  model: Model,
  { machine }: BenchState,
  job: Job,
): Promise<Result<Entry, JobError>> {
  const { guide } = model;
  const plan = await planAside({ guide, job, from: savedState(model, machine) });
  return plan.ok ? ok({ do: "replan", job, down: plan.value.down }) : plan;
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
  stamp: Pick<LedgerEvent, "id" | "at" | "by">,
): Promise<Result<true, ChangeError>> {
  for (;;) {
    const facts = await benchFacts(db, ticket);
    if (!facts) return fail({ type: "ticket-unknown" });
    if (!["customer", "part", "bench"].includes(facts.waits)) return fail({ type: "too-late" });
    const events = await eventsOf(db, ticket);
    const added = await judgeChange(db, facts, events, job, stamp);
    if (!added.ok) return added;
    const ledger = { facts, events, isWritten: true };
    const judged = { added: added.value };
    const isWritten = await db.write(async (transaction) => {
      if (!(await writeAfter(db, ledger, judged, transaction))) return false;
      const change = { job: JSON.stringify(job) };
      await db.models.tickets.update(change, { where: { number: ticket }, transaction });
      return true;
    });
    if (!isWritten) continue;
    if (added.value.length > 0) hasGrown(db, { ...ledger, facts: { ...facts, job } }, judged);
    return ok(true);
  }
}

/** Brings a machine back from the soak: its ledger begins once more, with the plan of its job. */
export async function reopen(
  db: Database,
  ticket: string,
  { at, by, note }: { readonly at: string; readonly by: string; readonly note: string },
): Promise<Result<true, DecideError>> {
  for (;;) {
    const facts = await benchFacts(db, ticket);
    if (!facts) return fail({ type: "ticket-unknown" });
    if (facts.waits !== "soak") return fail({ type: "moved-on", waits: facts.waits });
    const [events, entry, { model }] = await Promise.all([
      eventsOf(db, ticket),
      startOf(db, facts),
      machineFor(db, facts.guideId, facts.code),
    ]);
    const admitted = admit(model, foldLedger(model, events), entry);
    if (!admitted.ok) throw new Error(`ticket ${ticket} at the soak: ${admitted.error.type}`);
    const start = { id: `${ticket}.start.${events.length}`, at, by, entry };
    const ledger = { facts, events, isWritten: true };
    const judged: Judged = { added: [start], leaves: { to: "bench", note } };
    if (!(await db.write((transaction) => writeAfter(db, ledger, judged, transaction)))) continue;
    hasGrown(db, ledger, judged);
    return ok(true);
  }
}

/** What another job adds to a ledger: nothing where the strip-down has not begun, else a new plan. */
async function judgeChange(
  db: Database,
  facts: BenchFacts,
  events: readonly LedgerEvent[],
  job: Job,
  stamp: Pick<LedgerEvent, "id" | "at" | "by">,
): Promise<Result<readonly LedgerEvent[], ChangeError>> {
  if (events.length === 0) {
    const plan = await planFor(db, { ...facts, job });
    return plan.ok ? ok([]) : fail({ type: "no-plan" });
  }
  const { model } = await machineFor(db, facts.guideId, facts.code);
  const state = foldLedger(model, events);
  const entry = await replan(model, state, job);
  if (!entry.ok) return fail({ type: "no-plan" });
  if (!admit(model, state, entry.value).ok) return fail({ type: "too-late" });
  return ok([{ ...stamp, entry: entry.value }]);
}
