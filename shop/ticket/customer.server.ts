import type { FoundCustomer } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { customerData, customersWith, eraseCustomer } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";

const MOST = 20;

/** Customers whose data may be handed out or erased, by letters of their name or phone. */
export async function customersToHand(
  act: Act,
  letters: string,
): Promise<readonly FoundCustomer[]> {
  allow(act, "customer");
  return letters.length < 2 ? [] : customersWith(act.db, letters, MOST);
}

/** All that is kept of a customer, to be handed to them; undefined: there is none of that id. */
export async function handOutCustomer(act: Act, id: string): Promise<object | undefined> {
  allow(act, "customer");
  const found = await customerData(act.db, id);
  if (!found) return undefined;
  await written(act.db, act, { what: "customer-exported", customer: id });
  return { format: "brisk-bench-customer", version: 1, ...found };
}

/** Takes a person out of the record; what was repaired stays. Gives how many tickets were theirs. */
export async function eraseCustomerData(act: Act, id: string): Promise<number | undefined> {
  allow(act, "customer");
  const { db } = act;
  return db.write(async (transaction) => {
    const tickets = await eraseCustomer(db, id, `Erased ${id.slice(0, 6)}`, transaction);
    if (tickets === undefined) return undefined;
    const done = { what: "customer-erased", customer: id } as const;
    await addRecord(db, stampOf(act), done, transaction);
    return tickets;
  });
}

const written = (db: Database, act: Act, done: Parameters<typeof addRecord>[2]): Promise<void> =>
  db.write((transaction) => addRecord(db, stampOf(act), done, transaction));
