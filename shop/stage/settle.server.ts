import type { Transaction } from "sequelize";
import { standOf, type Wait, waitsOf } from "../../core/ticket/index.ts";
import { addTransition, deedsOf, ticketFacts } from "../../data/ticket/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";
import type { Stamp } from "../act.server.ts";

/**
 * Derives what a ticket waits for from its deeds and its bench, in the transaction that changed one of them, and
 * records it where it is another thing than before; `note` says what changed it.
 */
export async function settle(
  db: Database,
  number: number,
  { at, by, note }: Stamp & { readonly note: string },
  transaction: Transaction,
): Promise<Wait> {
  const facts = await ticketFacts(db, number, transaction);
  if (!facts) throw new Error(`ticket ${number} went away`);
  const to = waitsOf(facts, standOf(await deedsOf(db, number, transaction)));
  if (to !== facts.waits) {
    await addTransition(db, number, { at, by, from: facts.waits, to, note }, transaction);
  }
  return to;
}
