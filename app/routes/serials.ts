import { shop } from "../../shop/open.server.ts";
import { earlierTickets } from "../../shop/ticket/index.server.ts";
import type { Route } from "./+types/serials";

/** Earlier tickets of a machine by its serial: asked for while it is typed. */
export async function loader({ request }: Route.LoaderArgs) {
  const serial = new URL(request.url).searchParams.get("serial") ?? "";
  return earlierTickets((await shop()).db, serial.slice(0, 200));
}
