import { shop } from "../../shop/open.server.ts";
import { lookup } from "../../shop/ticket/index.server.ts";
import type { Route } from "./+types/lookup";

const MOST_LETTERS = 80;

/** Tickets, machines and parts that a few words can mean. */
export async function loader({ request }: Route.LoaderArgs) {
  const query = (new URL(request.url).searchParams.get("q") ?? "").trim().slice(0, MOST_LETTERS);
  return lookup((await shop()).db, query);
}
