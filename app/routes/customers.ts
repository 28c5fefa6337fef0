import { shop } from "../../shop/open.server.ts";
import { customersAlike, customersKnown } from "../../shop/ticket/index.server.ts";
import type { Route } from "./+types/customers";

/** Customers known already: by a part of name or phone, or those that may be one who is typed in whole. */
export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const said = (name: string): string => (searchParams.get(name) ?? "").trim().slice(0, 80);
  const { db } = await shop();
  return searchParams.has("name")
    ? customersAlike(db, { name: said("name"), phone: said("phone") })
    : customersKnown(db, said("q"));
}
