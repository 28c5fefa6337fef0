import type { RouterContextProvider } from "react-router";
import type { Member } from "../../core/people/index.ts";
import { allPeople } from "../../data/people/index.server.ts";
import { actOf, type Act } from "../../shop/act.server.ts";
import { shop, type Shop } from "../../shop/open.server.ts";
import { whoIn } from "./session.server.ts";

/** Who acts: whoever is signed in at the screen that a request comes from. */
export async function actFor(
  context: Readonly<RouterContextProvider>,
  request?: Request,
): Promise<{ readonly shop: Shop; readonly act: Act; readonly people: readonly Member[] }> {
  const found = whoIn(context);
  if (!found) throw new Error("nobody is in, past the door");
  const here = await shop();
  const { person, screen } = found;
  const act = actOf(here.db, person, { screen, ...(request ? { signal: request.signal } : {}) });
  return { shop: here, act, people: await allPeople(here.db) };
}
