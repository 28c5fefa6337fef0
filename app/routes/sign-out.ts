import { redirect } from "react-router";
import { shop } from "../../shop/open.server.ts";
import { signOut } from "../../shop/people/index.server.ts";
import { dropSession, readToken } from "../frame/session.server.ts";
import type { Route } from "./+types/sign-out";

/** Ends the session of this screen. */
export async function action({ request }: Route.ActionArgs) {
  const here = await shop();
  const token = await readToken(here, request);
  if (token !== undefined) await signOut(here.db, token, new Date());
  throw redirect("/sign-in", { headers: await dropSession(here) });
}

export const loader = () => redirect("/");
