import { type LedgerEvent, takenBack } from "../../core/bench/index.ts";
import { learn, type Learnt, stepTimes } from "../../core/minutes/index.ts";
import type { Database } from "../database/database.server.ts";
import { machineFor } from "../guides/guides.server.ts";
import { eventsOf } from "../ledger/kept-ledgers.server.ts";

/** What the shop's own jobs teach: how long steps take, and what was missed on each model. */
export interface Experience {
  readonly learnt: Learnt;
  /** By guide and joint or part, how often it held a part that would not come off, or was gone back to. */
  readonly missed: Readonly<Record<string, Readonly<Record<string, number>>>>;
}

let kept:
  { readonly db: Database; readonly at: number; readonly experience: Experience } | undefined;
/** So many new events do not change what is known by much. */
const OFTEN = 50;

/** Read from all ledgers; read again when enough has been added. */
export async function experienceOf(db: Database): Promise<Experience> {
  const count = await db.models.events.count();
  if (kept?.db === db && count - kept.at < OFTEN && count >= kept.at) return kept.experience;
  const tickets = await db.models.tickets.findAll({
    attributes: ["number", "guideId", "code"],
    raw: true,
  });
  const times = [];
  const missed: Record<string, Record<string, number>> = {};
  for (const { number, guideId, code } of tickets) {
    const events = await eventsOf(db, number);
    if (events.length === 0) continue;
    const { model } = await machineFor(db, guideId, code);
    times.push(...stepTimes(model.guide, events));
    for (const id of missedIn(events)) {
      const ofGuide = (missed[guideId] ??= {});
      ofGuide[id] = (ofGuide[id] ?? 0) + 1;
    }
  }
  const experience = { learnt: learn(times), missed };
  kept = { db, at: count, experience };
  return experience;
}

function missedIn(events: readonly LedgerEvent[]): readonly string[] {
  const taken = takenBack(events);
  return events.flatMap(({ id, entry }) => {
    if (taken.has(id)) return [];
    return entry.do === "snag" ? [entry.held] : entry.do === "rework" ? [entry.joint] : [];
  });
}
