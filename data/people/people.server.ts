import type { Person, Role } from "../../core/people/index.ts";
import type { Database } from "../database/database.server.ts";

const known = new WeakMap<Database, { readonly at: number; readonly people: readonly Person[] }>();
/** Every request asks who is working; people come and go by the week. */
const FRESH_MS = 10_000;

/** All people, by name. */
export async function allPeople(db: Database): Promise<readonly Person[]> {
  const kept = known.get(db);
  if (kept && performance.now() - kept.at < FRESH_MS) return kept.people;
  const rows = await db.tables.people.findAll({ order: ["name"], raw: true });
  const people = rows.map(({ id, name, role }) => ({ id, name, role: role as Role }));
  if (people.length > 0) known.set(db, { at: performance.now(), people });
  return people;
}

export async function addPeople(db: Database, people: readonly Person[]): Promise<void> {
  known.delete(db);
  await db.write((transaction) =>
    db.tables.people.bulkCreate(
      people.map((person) => ({ ...person })),
      { transaction },
    ),
  );
}
