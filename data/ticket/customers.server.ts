import type { Transaction } from "sequelize";
import { containing } from "../database/containing.server.ts";
import type { Database } from "../database/database.server.ts";

/** Customers whose name or phone has these letters in it, by name. */
export async function customersLike(
  db: Database,
  letters: string,
  most: number,
): Promise<readonly { readonly name: string; readonly phone: string }[]> {
  const like = containing(letters);
  return db.select(
    `SELECT name, phone FROM customers WHERE name LIKE $like ESCAPE '\\' OR phone LIKE $like ESCAPE '\\'
      ORDER BY name COLLATE NOCASE, phone LIMIT $most`,
    { like, most },
  );
}

/** All customers by name: to find one that is written a little otherwise. */
export async function allCustomers(
  db: Database,
): Promise<readonly { readonly name: string; readonly phone: string }[]> {
  return db.select("SELECT name, phone FROM customers ORDER BY name COLLATE NOCASE, phone", {});
}

/** The customer of a name and phone, who is the same when he comes again; `id` is for a new one. */
export async function customerFor(
  db: Database,
  who: { readonly name: string; readonly phone: string },
  id: string,
  transaction: Transaction,
): Promise<string> {
  const known = await db.tables.customers.findOne({ where: { ...who }, raw: true, transaction });
  if (known) return known.id;
  await db.tables.customers.create({ id, ...who }, { transaction });
  return id;
}

/** The numbers of all tickets of the customer whose ticket this is. */
export async function ticketsOfCustomer(
  db: Database,
  number: number,
  transaction?: Transaction,
): Promise<readonly number[]> {
  const rows = await db.select<{ number: number }>(
    `SELECT number FROM tickets
       WHERE customerId = (SELECT customerId FROM tickets WHERE number = $number) ORDER BY number`,
    { number },
    transaction,
  );
  return rows.map((row) => row.number);
}

/**
 * Gives a ticket, or all tickets of its customer, to the customer of another name and phone: somebody known already, else
 * the same one under the new name, else somebody new. Whom nothing is left of goes.
 */
export async function moveCustomer(
  db: Database,
  number: number,
  who: { readonly name: string; readonly phone: string },
  { whose, newId }: { readonly whose: "ticket" | "customer"; readonly newId: string },
  transaction: Transaction,
): Promise<void> {
  const { tickets, customers } = db.tables;
  const row = await tickets.findByPk(number, { raw: true, transaction });
  if (!row) throw new Error(`ticket ${number} went away`);
  const { customerId } = row;
  const known = await customers.findOne({ where: { ...who }, raw: true, transaction });
  const isAll =
    whose === "customer" || (await ticketsOfCustomer(db, number, transaction)).length < 2;
  if (isAll && !known) {
    await customers.update({ ...who }, { where: { id: customerId }, transaction });
    return;
  }
  const id = known?.id ?? newId;
  if (id === customerId) return;
  if (!known) await customers.create({ id, ...who }, { transaction });
  await tickets.update(
    { customerId: id },
    { where: isAll ? { customerId } : { number }, transaction },
  );
  if (isAll) await customers.destroy({ where: { id: customerId }, transaction });
}
