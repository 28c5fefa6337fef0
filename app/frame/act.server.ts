import { must } from "../../core/base/must.ts";
import type { Person } from "../../core/people/index.ts";
import { allPeople } from "../../data/people/index.server.ts";
import { actOf, type Act } from "../../shop/act.server.ts";
import { shop, type Shop } from "../../shop/open.server.ts";
import { readPreferences } from "./preferences.server.ts";

/** Who acts, from the screen that a request comes from: the chosen person, else the first there is. */
export async function actFor(
  request: Request,
): Promise<{ readonly shop: Shop; readonly act: Act; readonly people: readonly Person[] }> {
  const here = await shop();
  const [people, { who }] = await Promise.all([allPeople(here.db), readPreferences(request)]);
  const actor = people.find(({ id }) => id === who) ?? must(people[0], "somebody who works here");
  return { shop: here, act: actOf(here.db, actor), people };
}
