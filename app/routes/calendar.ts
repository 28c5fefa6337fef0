import { shop } from "../../shop/open.server.ts";
import { linesByCalendar } from "../../shop/days/index.server.ts";
import { calendarOf } from "../exports/files.server.ts";
import { foundOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/calendar";

/** Promised days as a calendar that others subscribe to; who knows the address may. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const { db } = await shop();
  const lines = foundOr404(
    await linesByCalendar(db, params.secret),
    "There is no calendar at this address.",
  );
  const { hostname } = new URL(request.url);
  return new Response(calendarOf(lines, new Date(), hostname), {
    headers: { "Content-Type": "text/calendar; charset=utf-8", "Cache-Control": "no-store" },
  });
}
