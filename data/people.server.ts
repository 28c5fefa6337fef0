import type { Database } from "./database.server.ts";

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: string;
}

export async function allPeople(db: Database): Promise<readonly Person[]> {
  const rows = await db.models.people.findAll({ order: ["name"], raw: true });
  return rows.map(({ id, name, role }) => ({ id, name, role }));
}
