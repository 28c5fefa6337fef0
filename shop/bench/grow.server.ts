import {
  foldOn,
  type LedgerEvent,
  missedIn,
  type PinnedGuide,
  storedEvent,
  type Phase,
} from "../../core/bench/index.ts";
import { tallyChanges } from "../../core/minutes/index.ts";
import type { Job, Model } from "../../core/rules/index.ts";
import { type BenchPhase, type Deed } from "../../core/ticket/index.ts";
import { UniqueConstraintError, type Transaction } from "sequelize";
import { addEvents } from "../../data/bench/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";
import { addMissed, addTallies } from "../../data/minutes/index.server.ts";
import {
  addDeeds,
  changeTicketJob,
  keepBenchPhase,
  keepLine,
  type TicketFacts,
} from "../../data/ticket/index.server.ts";
import { keepLearnt } from "../guide/index.server.ts";
import { settle } from "../stage/index.server.ts";
import { announce } from "./announce.server.ts";
import { ledgerLine } from "./ledger-line.server.ts";
import { keepLedger, sentFrom, type OpenLedger } from "./ledgers.server.ts";

/** How often an act is judged anew because others came first; then it is given back as `busy`. */
export const MOST_TRIES = 8;

/** What is to be written behind a ledger, and what goes with it in the same transaction. */
export interface Growing {
  readonly added: readonly LedgerEvent[];
  /** That the ticket may wait for something else by it: the words for its record, and what is written of it. */
  readonly moves?: { readonly note: string; readonly deed?: Deed | undefined } | undefined;
  /** Another job for the ticket. */
  readonly job?: Job;
  /** Another version of its guide, which the ledger goes by from here on. */
  readonly renewed?: { readonly guide: PinnedGuide; readonly model: Model };
}

/**
 * Writes events behind those that were read, all or none, with the projections they change; "behind"
 * when others came first, or an id stands already. Then the screens are told.
 */
export async function grow(
  db: Database,
  ledger: OpenLedger,
  growing: Growing,
): Promise<"written" | "behind"> {
  const events = [...ledger.events, ...growing.added];
  const folded = growing.renewed
    ? foldOn(growing.renewed.model, undefined, events)
    : foldOn(ledger.model, ledger.folded, events);
  const next: OpenLedger = {
    ...ledger,
    guide: growing.renewed?.guide ?? ledger.guide,
    model: folded.model,
    facts: {
      ...ledger.facts,
      bench: benchPhase(folded.state.phase),
      ...(growing.job ? { job: growing.job } : {}),
    },
    events,
    written: growing.added.length > 0 ? events.length : ledger.written,
    folded,
  };
  const line = ledgerLine(next);
  try {
    const waits = await db.write(async (transaction) => {
      if (!(await isAsRead(db, ledger, transaction))) return undefined;
      await writeEvents(db, ledger, next, transaction);
      await writeLearnt(db, next, growing, transaction);
      await db.tellOthers(ledger.stream, transaction);
      await keepLine(db, ledger.facts.number, line, transaction);
      return writeTicket(db, ledger, next, growing, transaction);
    });
    if (!waits) return "behind";
    keepLedger(db, { ...next, facts: { ...next.facts, waits } });
  } catch (error) {
    if (error instanceof UniqueConstraintError) return "behind";
    throw error;
  }
  const from = ledger.events.length;
  announce(ledger.stream, { from, events: sentFrom(next, from) });
  return "written";
}

interface Standing {
  waits: string;
  job: string;
  length: number | null;
}

/** Whether a ticket and its ledger are on disk as they were read. */
async function isAsRead(
  db: Database,
  { facts, stream, written }: OpenLedger,
  transaction: Transaction,
): Promise<boolean> {
  const [now] = await db.select<Standing>(
    `SELECT waits, job, (SELECT length FROM streams WHERE id = $stream) AS length
       FROM tickets WHERE number = $number`,
    { stream, number: facts.number },
    transaction,
  );
  return (
    now?.waits === facts.waits &&
    (now.length ?? 0) === written &&
    now.job === JSON.stringify(facts.job)
  );
}

async function writeEvents(
  db: Database,
  { facts, stream, model, events: before, written }: OpenLedger,
  { events: after, guide, model: next }: OpenLedger,
  transaction: Transaction,
): Promise<void> {
  if (after.length === before.length) return;
  const rows = after.slice(written).map((event, i) => storedEvent(stream, written + i, event));
  const head = { id: stream, guide, ticket: facts.number };
  await addEvents(db, head, written, rows, transaction);
  await addTallies(db, tallyChanges(next.guide, before, after, model.guide), transaction);
  await addMissed(db, facts.guideId, missedChanges(before, after), transaction);
}

/** A job that is closed leaves what it taught to its guide, where that is a guide that is learnt. */
async function writeLearnt(
  db: Database,
  { facts, model, events }: OpenLedger,
  { added }: Growing,
  transaction: Transaction,
): Promise<void> {
  const end = added.find(({ entry }) => entry.do === "close");
  if (!end || model.guide.learnt === undefined) return;
  const { at, by } = end;
  await keepLearnt(db, facts.guideId, events, { ticket: facts.number, at, by }, transaction);
}

/** How often more (or less) each joint and part was missed in the longer ledger. */
export function missedChanges(
  before: readonly LedgerEvent[],
  after: readonly LedgerEvent[],
): Readonly<Record<string, number>> {
  const changes: Record<string, number> = {};
  for (const id of missedIn(after)) changes[id] = (changes[id] ?? 0) + 1;
  for (const id of missedIn(before)) changes[id] = (changes[id] ?? 0) - 1;
  return Object.fromEntries(Object.entries(changes).filter(([, times]) => times !== 0));
}

/** Job, bench and deeds of the ticket as the longer ledger has them; gives what it waits for then. */
async function writeTicket(
  db: Database,
  { facts }: OpenLedger,
  next: OpenLedger,
  { added, moves, job }: Growing,
  transaction: Transaction,
): Promise<TicketFacts["waits"]> {
  const { number } = facts;
  if (job) await changeTicketJob(db, number, job, transaction);
  if (next.written > 0 && next.facts.bench !== facts.bench) {
    await keepBenchPhase(db, number, next.facts.bench, transaction);
  }
  const last = added.at(-1);
  const note = moves?.note ?? "";
  if (moves?.deed && last) {
    const { id, at, by } = last;
    await addDeeds(
      db,
      number,
      [{ id: `${id}.deed`.slice(-120), at, by, deed: moves.deed }],
      transaction,
    );
  }
  if (!last || (!moves && !job)) return facts.waits;
  return settle(db, number, { at: last.at, by: last.by, note }, transaction);
}

/** How far the bench is, in the ticket's words. */
export const benchPhase = (phase: Phase): BenchPhase =>
  phase === "idle" || phase === "closed" ? phase : "open";
