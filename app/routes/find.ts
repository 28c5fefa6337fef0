import { redirect } from "react-router";
import { guideByCode } from "../../data/guides/guides.server.ts";
import { database } from "../../data/database/open.server.ts";
import { ticketByNumber } from "../../data/tickets/tickets.server.ts";
import type { Route } from "./+types/find";

/** A ticket number leads to the ticket, a machine code to a new ticket for that machine. */
export async function loader({ request }: Route.LoaderArgs) {
  const query = (new URL(request.url).searchParams.get("q") ?? "").trim();
  const db = await database();
  const ticket = await ticketByNumber(db, query.replace(/^#/, ""));
  if (ticket) throw redirect(`/tickets/${ticket.number}`);
  const machine = await guideByCode(db, query);
  if (machine) throw redirect(`/tickets/new?code=${encodeURIComponent(machine.code)}`);
  throw new Response(
    `Nothing is known as "${query}". Type a ticket number, or the code on a machine's underside.`,
    { status: 404 },
  );
}
