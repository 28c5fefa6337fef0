import type { Transaction } from "sequelize";
import type { Member, Person, Role } from "../../core/people/index.ts";
import type { Database } from "../database/database.server.ts";
import type { PersonRow } from "../database/rows.server.ts";

const known = new WeakMap<Database, { readonly at: number; readonly people: readonly Member[] }>();
/** Every request asks who is working; people come and go by the week. */
const FRESH_MS = 2_000;

/** All people, those who left too, by name. */
export async function allPeople(db: Database): Promise<readonly Member[]> {
  const kept = known.get(db);
  if (kept && performance.now() - kept.at < FRESH_MS) return kept.people;
  const rows = await db.tables.people.findAll({ order: ["name"], raw: true });
  const people = rows.map(memberOf);
  if (people.length > 0) known.set(db, { at: performance.now(), people });
  return people;
}

/** The same as it stands in a transaction: what is decided by it is decided by this. */
export async function peopleNow(
  db: Database,
  transaction: Transaction,
): Promise<readonly Member[]> {
  const rows = await db.tables.people.findAll({ order: ["name"], raw: true, transaction });
  return rows.map(memberOf);
}

const memberOf = ({ id, name, role, digits, phrase, gone }: PersonRow): Member => ({
  id,
  name,
  role: role as Role,
  digits,
  hasPhrase: phrase === 1,
  gone: gone === 1,
});

/** Adds people who have no PIN yet. */
export async function addPeople(
  db: Database,
  people: readonly Person[],
  transaction?: Transaction,
): Promise<void> {
  const rows = people.map(({ id, name, role }) => ({
    id,
    name,
    role,
    pin: null,
    digits: 0,
    phrase: 0,
    gone: 0,
  }));
  const add = (within: Transaction) => db.tables.people.bulkCreate(rows, { transaction: within });
  await (transaction ? add(transaction) : db.write(add));
  known.delete(db);
}

/** People of another shop, whose work came with a ticket: by id, their names. They cannot come in. */
export async function addForeign(
  db: Database,
  people: ReadonlyMap<string, string>,
  transaction: Transaction,
): Promise<void> {
  for (const [id, name] of people) {
    if (await db.tables.people.findByPk(id, { raw: true, transaction })) continue;
    const row = {
      id,
      name: await freeName(db, name, transaction),
      role: "learner",
      pin: null,
      digits: 0,
      phrase: 0,
      gone: 1,
    };
    await db.tables.people.create(row, { transaction });
  }
  known.delete(db);
}

/** A name that nobody has yet: two of one name, from shops that nobody knows, are told apart by a number. */
async function freeName(db: Database, name: string, transaction: Transaction): Promise<string> {
  for (let i = 1; ; i++) {
    const free = i === 1 ? name : `${name} (${i})`;
    const where = { name: free };
    if ((await db.tables.people.count({ where, transaction })) === 0) return free;
  }
}

/** Keeps what is another way now about somebody. */
export async function keepPerson(
  db: Database,
  id: string,
  { role, gone }: { readonly role: Role; readonly gone: boolean },
  transaction: Transaction,
): Promise<void> {
  await db.tables.people.update({ role, gone: gone ? 1 : 0 }, { where: { id }, transaction });
  known.delete(db);
}

/** The hash of somebody's PIN; undefined: they have none. */
export async function pinHashOf(db: Database, id: string): Promise<string | undefined> {
  const row = await db.tables.people.findByPk(id, { attributes: ["pin"], raw: true });
  return row?.pin ?? undefined;
}

/** Keeps the hash of somebody's PIN or passphrase, and what is to be typed. */
export async function keepPinHash(
  db: Database,
  id: string,
  pin: string,
  { digits, hasPhrase }: Pick<Member, "digits" | "hasPhrase">,
  transaction: Transaction,
): Promise<void> {
  const row = { pin, digits, phrase: hasPhrase ? 1 : 0 };
  await db.tables.people.update(row, { where: { id }, transaction });
  known.delete(db);
}
