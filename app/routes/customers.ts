import { shop } from "../../shop/open.server.ts";
import { customersKnown } from "../../shop/ticket/index.server.ts";
import type { Route } from "./+types/customers";

/** Customers known already, by a part of name or phone. */
export async function loader({ request }: Route.LoaderArgs) {
  const letters = (new URL(request.url).searchParams.get("q") ?? "").trim().slice(0, 80);
  return customersKnown((await shop()).db, letters);
}
