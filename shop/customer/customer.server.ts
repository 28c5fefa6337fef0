import type { FoundCustomer } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { dropPhoto, photosOf } from "../../data/photos/index.server.ts";
import {
  backAgain,
  customerData,
  customersWith,
  eraseCustomer,
  noteErasure,
} from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { forgetLedger } from "../bench/index.server.ts";

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

const ERASED = "Erased ";
const erasedAs = (id: string): string => ERASED + id.slice(0, 6);

/**
 * Takes a person out of the record; what was repaired and paid stays. Pictures of their machines go where that is asked.
 * Nothing of it is left in the database's files. Gives how many tickets were theirs.
 */
export async function eraseCustomerData(
  act: Act,
  id: string,
  { photos = false }: { readonly photos?: boolean } = {},
): Promise<number | undefined> {
  allow(act, "customer");
  const { db } = act;
  if (!(await db.tables.customers.findByPk(id, { attributes: ["id"], raw: true })))
    return undefined;
  await noteErasure(db, id);
  const tickets = await db.write(async (transaction) => {
    const theirs = await eraseCustomer(db, id, erasedAs(id), transaction);
    if (theirs === undefined) return undefined;
    const done = { what: "customer-erased", customer: id } as const;
    await addRecord(db, stampOf(act), done, transaction);
    return theirs;
  });
  if (tickets === undefined) return undefined;
  for (const number of tickets) forgetLedger(db, number);
  for (const number of photos ? tickets : []) {
    for (const photo of await photosOf(db, number)) await dropPhoto(db, number, photo.id);
  }
  await db.clean();
  return tickets.length;
}

/** Erases once more whom a back-up brought back; gives how many. */
export async function eraseAgain(db: Database): Promise<number> {
  const back = await backAgain(db, (name) => name.startsWith(ERASED));
  for (const id of back) {
    await db.write((transaction) => eraseCustomer(db, id, erasedAs(id), transaction));
  }
  if (back.length > 0) await db.clean();
  return back.length;
}

const written = (db: Database, act: Act, done: Parameters<typeof addRecord>[2]): Promise<void> =>
  db.write((transaction) => addRecord(db, stampOf(act), done, transaction));
