import type { Database } from "../../data/database/database.server.ts";
import { allPeople, type Person } from "../../data/people/people.server.ts";
import { readPreferences } from "./preferences.server.ts";

/** Who is working at the screen a request comes from: the chosen person, else the first there is. */
export async function whoIs(db: Database, request: Request): Promise<Person> {
  const [people, { who }] = await Promise.all([allPeople(db), readPreferences(request)]);
  const nobody: Person = { id: "bench", name: "The bench", role: "" };
  return people.find(({ id }) => id === who) ?? people[0] ?? nobody;
}
