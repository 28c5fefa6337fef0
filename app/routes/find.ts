import { redirect } from "react-router";
import { unreachable } from "../../core/base/result.ts";
import { shop } from "../../shop/open.server.ts";
import { find } from "../../shop/ticket/index.server.ts";
import { foundOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/find";

/**
 * A ticket number leads to the ticket, a machine code to a new ticket for that machine, a part code to its job, all else
 * to the ticket, or the tickets, that have it.
 */
export async function loader({ request }: Route.LoaderArgs) {
  const query = (new URL(request.url).searchParams.get("q") ?? "").trim();
  const found = foundOr404(
    await find((await shop()).db, query),
    `Nothing is known as "${query}". Type a ticket number, a name, a phone, a serial, or the code of a machine or a part.`,
  );
  switch (found.type) {
    case "ticket":
      return redirect(`/tickets/${found.number}`);
    case "code":
      return redirect(`/tickets/new?code=${encodeURIComponent(found.code)}`);
    case "part":
      return redirect(`/guides/${found.guideId}?for=${encodeURIComponent(found.part)}`);
    case "tickets":
      return redirect(`/tickets?q=${encodeURIComponent(query)}`);
    default:
      return unreachable(found);
  }
}
