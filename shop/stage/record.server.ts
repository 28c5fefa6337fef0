import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  afterDeed,
  type Deed,
  type DeedRefusal,
  doingOf,
  refusedDeed,
  shopDay,
  standOf,
  type StoredDeed,
  type TicketUnknown,
} from "../../core/ticket/index.ts";
import { setting, type Database } from "../../data/database/index.server.ts";
import { addDeeds, deedById, deedsOf, ticketFacts } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { ratesOf } from "./rates.server.ts";
import { settle } from "./settle.server.ts";

export type RecordError = TicketUnknown | DeedRefusal | { readonly type: "id-taken" };

/** The time zone that the shop goes by. */
export const zoneOf = async (db: Database): Promise<string> => (await setting(db, "zone")) ?? "UTC";

/** The day it is in the shop of this act. */
export const dayOf = async ({ db, now }: Act): Promise<string> => shopDay(now(), await zoneOf(db));

/** Writes deeds behind those of a ticket, all or none, and what it waits for then. The same id twice is written once. */
export async function record(
  act: Act,
  number: number,
  deeds: readonly Deed[],
  { id, note = "" }: { readonly id?: string; readonly note?: string } = {},
): Promise<Result<true, RecordError>> {
  for (const deed of deeds) allow(act, doingOf(deed));
  return act.db.write((transaction) => recordIn(act, number, deeds, { id, note }, transaction));
}

/** The same in a transaction that is open. */
export async function recordIn(
  act: Act,
  number: number,
  deeds: readonly Deed[],
  { id, note }: { readonly id?: string | undefined; readonly note: string },
  transaction: Transaction,
): Promise<Result<true, RecordError>> {
  const { db } = act;
  const facts = await ticketFacts(db, number, transaction);
  if (!facts) return fail({ type: "ticket-unknown" });
  const known = id === undefined ? undefined : await deedById(db, id, transaction);
  if (known) {
    const isSame =
      known.ticket === number && JSON.stringify(known.deed) === JSON.stringify(deeds[0]);
    return isSame ? ok(true) : fail({ type: "id-taken" });
  }
  const reckoned = { rates: await ratesOf(db), today: await dayOf(act) };
  let stand = standOf(await deedsOf(db, number, transaction));
  const written: StoredDeed[] = [];
  for (const [i, deed] of deeds.entries()) {
    const refusal = refusedDeed(facts, stand, deed, reckoned);
    if (refusal) return fail(refusal);
    const stored = { id: i === 0 && id !== undefined ? id : act.newId(), ...stampOf(act), deed };
    written.push(stored);
    stand = afterDeed(stand, stored);
  }
  await addDeeds(db, number, written, transaction);
  await settle(db, number, { ...stampOf(act), note }, transaction);
  return ok(true);
}
