import type { Transaction } from "sequelize";
import type { FoundCustomer } from "../../core/ticket/index.ts";
import { containing } from "../database/containing.server.ts";
import type { Database } from "../database/database.server.ts";
import type { CustomerRow } from "../database/rows.server.ts";

/** Customers with these letters in name or phone, at most so many. */
export const customersWith = (
  db: Database,
  letters: string,
  most: number,
): Promise<readonly FoundCustomer[]> =>
  db.select(
    `SELECT id, name, phone, (SELECT COUNT(*) FROM tickets WHERE customerId = customers.id) AS tickets
       FROM customers WHERE name LIKE $like ESCAPE '\\' OR phone LIKE $like ESCAPE '\\'
       ORDER BY name COLLATE NOCASE, phone LIMIT $most`,
    { like: containing(letters), most },
  );

const JOB_TABLES = ["deeds", "transitions", "notes", "photos", "soaks"] as const;

/** All that is kept of a customer: the person, their tickets, and what was written about each. */
export async function customerData(db: Database, id: string) {
  const customer = await db.tables.customers.findByPk(id, { raw: true });
  if (!customer) return undefined;
  const rows = await db.tables.tickets.findAll({
    where: { customerId: id },
    order: ["number"],
    raw: true,
  });
  const tickets = [];
  for (const row of rows) {
    const about: Record<string, readonly unknown[]> = {};
    for (const table of JOB_TABLES) {
      about[table] = await db.select(`SELECT * FROM ${table} WHERE ticket = $ticket ORDER BY at`, {
        ticket: row.number,
      });
    }
    tickets.push({ ...row, ...about });
  }
  return { customer, tickets };
}

/** Columns in which somebody may have written a customer's name or phone: of which ticket, and by what a row is known. */
const WORDS = [
  ["tickets", "fault", "number", "number"],
  ["tickets", "condition", "number", "number"],
  ["tickets", "intake", "number", "number"],
  ["deeds", "body", "ticket", "seq"],
  ["transitions", "note", "ticket", "id"],
  ["notes", "text", "ticket", "id"],
] as const;

/**
 * Takes a person out of the record: name and phone, and both wherever they were written in words. The repairs, who did
 * them and when, stay. Gives how many tickets were theirs; undefined: there is no such customer.
 */
export async function eraseCustomer(
  db: Database,
  id: string,
  as: string,
  transaction: Transaction,
): Promise<number | undefined> {
  const customer = await db.tables.customers.findByPk(id, { raw: true, transaction });
  if (!customer) return undefined;
  const tickets = await db.tables.tickets.findAll({
    where: { customerId: id },
    attributes: ["number"],
    raw: true,
    transaction,
  });
  const words = wordsOf(customer);
  for (const { number } of tickets) {
    for (const place of WORDS) await strike(number, place);
  }
  const gone = { name: as, phone: "" };
  await db.tables.customers.update(gone, { where: { id }, transaction });
  return tickets.length;

  async function strike(number: number, [table, column, of, key]: (typeof WORDS)[number]) {
    const rows = await db.select<{ row: number | string; text: string }>(
      `SELECT ${key} AS row, ${column} AS text FROM ${table} WHERE ${of} = $number`,
      { number },
      transaction,
    );
    for (const { row, text } of rows) {
      const struck = words.reduce((rest, word) => rest.replace(word, "…"), text);
      if (struck === text) continue;
      const sql = `UPDATE ${table} SET ${column} = $struck WHERE ${key} = $row`;
      await db.run(sql, { struck, row }, transaction);
    }
  }
}

const FEWEST_LETTERS = 3;

/** The name whole and by its words, and the phone however its digits are set apart. */
function wordsOf({ name, phone }: CustomerRow): readonly RegExp[] {
  const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
  const parts = [name, ...name.split(/\s+/)].filter((word) => word.length >= FEWEST_LETTERS);
  const digits = [...phone.replace(/\D/g, "")];
  return [
    ...parts.map((word) => new RegExp(`(?<!\\p{L})${escaped(word)}(?!\\p{L})`, "giu")),
    ...(digits.length >= FEWEST_LETTERS
      ? [new RegExp(`(?<!\\d)${digits.join("[\\s/.-]*")}(?!\\d)`, "g")]
      : []),
  ];
}
