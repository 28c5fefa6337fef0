import type { Database } from "../database/database.server.ts";

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: string;
}

const known = new WeakMap<Database, { readonly at: number; readonly people: readonly Person[] }>();
/** Every request asks who is working; people come and go by the week. */
const FRESH_MS = 10_000;

export async function allPeople(db: Database): Promise<readonly Person[]> {
  const kept = known.get(db);
  if (kept && performance.now() - kept.at < FRESH_MS) return kept.people;
  const rows = await db.models.people.findAll({ order: ["name"], raw: true });
  const people = rows.map(({ id, name, role }) => ({ id, name, role }));
  if (people.length > 0) known.set(db, { at: performance.now(), people });
  return people;
}
