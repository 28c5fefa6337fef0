import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  type Broken,
  type Entry,
  type Folded,
  foldOn,
  jobStream,
  type LedgerEvent,
  type PinnedGuide,
  readEvents,
  storedEvent,
  type StoredEvent,
} from "../../core/bench/index.ts";
import { codeWithWays } from "../../core/guide/index.ts";
import type { Model } from "../../core/rules/index.ts";
import { screwsMissing, type TicketTrouble, type TicketUnknown } from "../../core/ticket/index.ts";
import { readStream } from "../../data/bench/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";
import { currentHash, modelFor } from "../../data/guide/index.server.ts";
import { handWaysOf } from "../../data/people/index.server.ts";
import { ticketFacts, type TicketFacts, ticketsOfSerial } from "../../data/ticket/index.server.ts";
import { planFor } from "../plan/index.server.ts";

/**
 * A ticket's ledger as the bench sees it. Unopened, it begins with the plan of its job by the guide
 * as it is now, in the ways of who looks, not yet written; begun, it goes by the version that its start names, for ever.
 */
export interface OpenLedger {
  readonly facts: TicketFacts;
  readonly stream: string;
  readonly guide: PinnedGuide;
  readonly model: Model;
  readonly events: readonly LedgerEvent[];
  /** How many of the events are on disk: none or all. */
  readonly written: number;
  readonly folded: Folded;
}

export type LedgerError = TicketUnknown | TicketTrouble;

/** The ledger of a ticket as it is on disk. */
export async function readLedger(
  db: Database,
  number: number,
  by: string,
): Promise<Result<OpenLedger, LedgerError>> {
  const facts = await ticketFacts(db, number);
  if (!facts) return fail({ type: "ticket-unknown" });
  const stream = await readStream(db, jobStream(number));
  return stream ? begun(db, facts, stream) : unbegun(db, facts, by);
}

async function begun(
  db: Database,
  facts: TicketFacts,
  { id, guide, events: stored }: NonNullable<Awaited<ReturnType<typeof readStream>>>,
): Promise<Result<OpenLedger, LedgerError>> {
  const model = await modelFor(db, guide.version, guide.code);
  if (!model.ok) return model;
  const events = readEvents(stored, guide);
  if (!events.ok) return events;
  return opened(facts, id, guide, model.value, events.value, events.value.length);
}

async function unbegun(
  db: Database,
  facts: TicketFacts,
  by: string,
): Promise<Result<OpenLedger, LedgerError>> {
  const { guideId, code, number, takenIn } = facts;
  const version = await currentHash(db, guideId);
  if (version === undefined) return fail({ type: "guide-gone", version: guideId });
  const asWritten = await modelFor(db, version, code);
  if (!asWritten.ok) return asWritten;
  const ways = await handWaysOf(db, by, guideId);
  const guide = { version, code: codeWithWays(asWritten.value.guide, code, ways) };
  const entry = await startOf(db, guide, facts);
  if (!entry.ok) return entry;
  const model = await modelFor(db, version, guide.code);
  if (!model.ok) return model;
  const start = { id: `${jobStream(number)}.start`, at: takenIn, by, entry: entry.value };
  return opened(facts, jobStream(number), guide, model.value, [start], 0);
}

/** Folds what was read; a ledger that does not fit its guide is this ticket's trouble alone. */
function opened(
  facts: TicketFacts,
  stream: string,
  guide: PinnedGuide,
  model: Model,
  events: readonly LedgerEvent[],
  written: number,
): Result<OpenLedger, LedgerError> {
  try {
    const folded = foldOn(model, undefined, events);
    return ok({ facts, stream, guide, model: folded.model, events, written, folded });
  } catch (error) {
    return fail({ type: "ledger-broken", why: error instanceof Error ? error.message : "unknown" });
  }
}

/** The entry that opens a closed machine with the plan of its ticket's job. */
export async function startOf(
  db: Database,
  guide: PinnedGuide,
  facts: TicketFacts,
): Promise<Result<Entry, TicketTrouble>> {
  const { job, signs, intake } = facts;
  const plan = await planFor(db, guide, job);
  if (!plan.ok) return plan;
  const told = signs.length > 0 ? { signs } : {};
  const lots = screwsMissing(intake);
  const missing = lots.size > 0 ? { missing: Object.fromEntries(lots) } : {};
  const before = await brokenBefore(db, facts);
  const broken = before.length > 0 ? { broken: before } : {};
  return ok({ do: "start", guide, job, down: plan.value.down, ...told, ...missing, ...broken });
}

/**
 * What broke on a machine in its earlier tickets, and did not come new there. The last ledger knows of those before it;
 * a machine is told by its serial.
 */
async function brokenBefore(
  db: Database,
  { number, serial, guideId }: TicketFacts,
): Promise<readonly Broken[]> {
  for (const facts of await ticketsOfSerial(db, serial, number)) {
    const stream = await readStream(db, jobStream(facts.number));
    if (facts.number > number || facts.guideId !== guideId || !stream) continue;
    const ledger = await begun(db, facts, stream);
    if (!ledger.ok) continue;
    const { folded, model } = ledger.value;
    const { broken, targets, fitted, phase } = folded.state;
    const fresh = new Set(
      phase === "closed" ? [...targets, ...fitted.map(({ part }) => part)] : [],
    );
    const isThere = ({ at }: Broken): boolean =>
      !fresh.has(at) && !(model.guide.joints[at]?.joins ?? []).some((part) => fresh.has(part));
    return broken.filter(isThere).map((one) => ({ ticket: facts.number, ...one }));
  }
  return [];
}

/** The events of a ledger as they are sent, from one on. */
export const sentFrom = (
  { stream, events }: Pick<OpenLedger, "stream" | "events">,
  from: number,
): readonly StoredEvent[] =>
  events.slice(from).map((event, i) => storedEvent(stream, from + i, event));

/** Ledgers of this process's last ticks, so that a tick does not read and fold all that came before it. */
const kept = new WeakMap<Database, Map<number, OpenLedger>>();
const MOST = 200;

/** A ledger as it was after the last tick of this process, or, with `isFresh`, as it is on disk. */
export async function ledgerOf(
  db: Database,
  number: number,
  by: string,
  isFresh: boolean,
): Promise<Result<OpenLedger, LedgerError>> {
  const known = isFresh ? undefined : kept.get(db)?.get(number);
  return known ? ok(known) : readLedger(db, number, by);
}

/** Reads a ledger anew for the next tick: what stands on disk is not what it was. */
export const forgetLedger = (db: Database, number: number): void => {
  kept.get(db)?.delete(number);
};

/** Keeps a ledger for the next tick; of too many, the one that was used longest ago is dropped. */
export function keepLedger(db: Database, ledger: OpenLedger): void {
  let all = kept.get(db);
  if (!all) kept.set(db, (all = new Map<number, OpenLedger>()));
  all.delete(ledger.facts.number);
  all.set(ledger.facts.number, ledger);
  if (all.size > MOST) all.delete(all.keys().next().value!);
}
