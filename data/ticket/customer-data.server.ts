import type { Transaction } from "sequelize";
import { parseJson } from "../../core/base/parse-json.ts";
import {
  type Deed,
  type FoundCustomer,
  knownBy,
  readDeed,
  struckRecord,
  struckText,
} from "../../core/ticket/index.ts";
import { containing } from "../database/containing.server.ts";
import type { Database } from "../database/database.server.ts";
import { readColumn } from "../database/json.server.ts";
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

/** Columns in which somebody may have written a customer's name or phone: of which ticket, by what a row is known, and how it is written. */
interface Place {
  readonly table: string;
  readonly column: string;
  /** The ticket of a row, in SQL. */
  readonly ticket: string;
  readonly key: string;
  readonly as: "text" | "record";
}
const place = (
  table: string,
  column: string,
  as: Place["as"],
  [ticket, key]: readonly [string, string],
): Place => ({ table, column, as, ticket, key });
const OF_TICKET = ["number", "number"] as const;
const PLACES: readonly Place[] = [
  place("tickets", "fault", "text", OF_TICKET),
  place("tickets", "condition", "text", OF_TICKET),
  place("tickets", "intake", "record", OF_TICKET),
  place("deeds", "body", "record", ["ticket", "seq"]),
  place("transitions", "note", "text", ["ticket", "id"]),
  place("notes", "text", "text", ["ticket", "id"]),
  place("ticket_lines", "held", "text", ["ticket", "ticket"]),
  place("events", "body", "record", [
    "(SELECT ticket FROM streams WHERE streams.id = events.stream)",
    "id",
  ]),
];

/** Bench entries that hold facts of a machine and no words about anybody. */
const FACTS_ONLY = "'start', 'replan', 'learn', 'renew'";

/**
 * Takes a person out of the record: name and phone, and both wherever they were written in words; on other people's
 * tickets the whole name and the phone. Their machines lose their serials. The repairs, who did them and when, and what
 * was paid, stay. Gives how many tickets were theirs; undefined: there is no such customer.
 */
export async function eraseCustomer(
  db: Database,
  id: string,
  as: string,
  transaction: Transaction,
): Promise<readonly number[] | undefined> {
  const customer = await db.tables.customers.findByPk(id, { raw: true, transaction });
  if (!customer) return undefined;
  const tickets = await db.tables.tickets.findAll({
    where: { customerId: id },
    attributes: ["number"],
    raw: true,
    transaction,
  });
  const numbers = tickets.map(({ number }) => number);
  const { own: now, sure } = knownBy(customer.name, customer.phone);
  const own = [...now, ...(await wordsOfBefore(db, numbers, transaction))];
  for (const at of PLACES) {
    for (const number of numbers) {
      await strike(at, `${at.ticket} = $number`, { number }, own);
    }
    for (const like of likely(customer, sure.length > 0)) {
      await strike(at, `${at.column} LIKE $like ESCAPE '\\'`, { like }, sure);
    }
  }
  await blankSerials(db, numbers, transaction);
  await db.tables.tickets.update({ serial: "" }, { where: { customerId: id }, transaction });
  const gone = { name: as, phone: "" };
  await db.tables.customers.update(gone, { where: { id }, transaction });
  return numbers;

  async function strike(
    { table, column, key, as: form }: Place,
    where: string,
    bind: Readonly<Record<string, unknown>>,
    words: readonly RegExp[],
  ): Promise<void> {
    const about = table === "events" ? `${where} AND kind NOT IN (${FACTS_ONLY})` : where;
    const rows = await db.select<{ row: number | string; text: string | null }>(
      `SELECT ${key} AS row, ${column} AS text FROM ${table} WHERE ${about}`,
      bind,
      transaction,
    );
    for (const { row, text } of rows) {
      if (text === null) continue;
      const struck = form === "text" ? struckText(text, words) : struckJson(text, words);
      if (struck === text) continue;
      const sql = `UPDATE ${table} SET ${column} = $struck WHERE ${key} = $row`;
      await db.run(sql, { struck, row }, transaction);
    }
  }
}

/** Names and phones that stood on these tickets before they were put right. */
async function wordsOfBefore(
  db: Database,
  numbers: readonly number[],
  transaction: Transaction,
): Promise<readonly RegExp[]> {
  const all = await correctionsOf(db, numbers, transaction);
  return all.flatMap(({ deed }) =>
    deed.changes.flatMap(({ field, was, is }) => {
      if (field === "customer") return [was, is].flatMap((name) => knownBy(name, "").own);
      return field === "phone" ? [was, is].flatMap((phone) => knownBy("", phone).own) : [];
    }),
  );
}

/** Serials that stood on these tickets go, as the last ones do. */
async function blankSerials(
  db: Database,
  numbers: readonly number[],
  transaction: Transaction,
): Promise<void> {
  for (const { seq, deed } of await correctionsOf(db, numbers, transaction)) {
    const changes = deed.changes.map((one) =>
      one.field === "serial" ? { ...one, was: "", is: "" } : one,
    );
    const body = JSON.stringify({ ...deed, changes });
    await db.tables.deeds.update({ body }, { where: { seq }, transaction });
  }
}

async function correctionsOf(
  db: Database,
  numbers: readonly number[],
  transaction: Transaction,
): Promise<readonly { seq: number; deed: Extract<Deed, { kind: "corrected" }> }[]> {
  const rows = await db.tables.deeds.findAll({
    where: { ticket: [...numbers], kind: "corrected" },
    attributes: ["seq", "body"],
    raw: true,
    transaction,
  });
  return rows.flatMap(({ seq, body }) => {
    const deed = readColumn(readDeed, body, "a deed");
    return deed.kind === "corrected" && seq !== undefined ? [{ seq, deed }] : [];
  });
}

/** Patterns of texts that may hold a whole name or a phone; what stands there is looked at closely after. */
function likely({ name, phone }: CustomerRow, isSure: boolean): readonly string[] {
  if (!isSure) return [];
  const digits = phone.replace(/\D/g, "");
  // SQLite knows capitals of plain letters only: any other letter may be any.
  const plain = containing(name.trim()).replace(/[^\x20-\x7e]/gu, "_");
  return [
    ...(/\s/.test(name.trim()) ? [plain] : []),
    ...(digits.length >= 6 ? [`%${[...digits].join("%")}%`] : []),
  ];
}

/** A record as text without those words; one that cannot be read is left as it is, and told of by whoever reads it. */
function struckJson(text: string, words: readonly RegExp[]): string {
  const read = parseJson(text);
  if (!read.ok) return text;
  const struck = struckRecord(read.value, words);
  return struck === read.value ? text : JSON.stringify(struck);
}
