import { stepTimes, tallies } from "../core/minutes/index.ts";
import { hasWay } from "../core/ticket/index.ts";
import { keepSetting, type Database } from "../data/database/index.server.ts";
import { currentHash } from "../data/guide/index.server.ts";
import { addMissed, addTallies, clearExperience } from "../data/minutes/index.server.ts";
import { keepLine, recount, ticketFacts, ticketNumbersAfter } from "../data/ticket/index.server.ts";
import { ledgerLine } from "./bench/ledger-line.server.ts";
import { missedChanges } from "./bench/grow.server.ts";
import { readLedger, type OpenLedger } from "./bench/ledgers.server.ts";
import { unbegunLine } from "./guide/index.server.ts";

/** The form of the projections that this version writes; another form on disk is made anew at start. */
export const PROJECTIONS = "2026-11-28";

const PIECE = 100;

/**
 * Makes all projections anew from tickets and ledgers: lines, counts, learnt minutes, what was missed.
 * A piece of tickets at a time, each in one transaction; until the end the old mark stands, so that a
 * rebuild that was stopped begins anew. Tells how many tickets are done.
 */
export async function rebuild(
  db: Database,
  tell: (tickets: number) => void = () => undefined,
): Promise<number> {
  await db.write(async (transaction) => {
    await clearExperience(db, transaction);
    await recount(db, transaction);
  });
  let done = 0;
  for (let last = 0; ;) {
    const numbers = await ticketNumbersAfter(db, last, PIECE);
    if (numbers.length === 0) break;
    for (const number of numbers) await rebuildTicket(db, number);
    last = numbers.at(-1)!;
    done += numbers.length;
    tell(done);
  }
  await db.write((transaction) => keepSetting(db, "projections", PROJECTIONS, transaction));
  return done;
}

async function rebuildTicket(db: Database, number: number): Promise<void> {
  const ledger = await readLedger(db, number, "");
  if (ledger.ok && ledger.value.written > 0) return rebuildBegun(db, ledger.value);
  const facts = await ticketFacts(db, number);
  if (!facts) return;
  const version = await currentHash(db, facts.guideId);
  const line =
    ledger.ok || ledger.error.type === "ticket-unknown" || !hasWay(facts.job)
      ? await unbegunLine(db, { version: version ?? "", code: facts.code }, facts.job)
      : { ...(await nameOnly(db, facts)), trouble: ledger.error };
  await db.write((transaction) => keepLine(db, number, line, transaction));
}

/** What can be said of a ticket whose ledger cannot be read: its machine and its parts, no line. */
async function nameOnly(
  db: Database,
  { guideId, code, job }: NonNullable<Awaited<ReturnType<typeof ticketFacts>>>,
) {
  const version = await currentHash(db, guideId);
  const line = await unbegunLine(db, { version: version ?? "", code }, job);
  return { ...line, dive: undefined };
}

async function rebuildBegun(db: Database, ledger: OpenLedger): Promise<void> {
  const { facts, model, events } = ledger;
  const line = ledgerLine(ledger);
  await db.write(async (transaction) => {
    await keepLine(db, facts.number, line, transaction);
    await addTallies(db, tallies(stepTimes(model.guide, events)), transaction);
    await addMissed(db, facts.guideId, missedChanges([], events), transaction);
  });
}
