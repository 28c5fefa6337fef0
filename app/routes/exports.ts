import { promisedLines, rowsOf } from "../../shop/exports/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { calendarOf, csvOf } from "../exports/files.server.ts";
import { foundOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/exports";

const sent = (body: string, type: string, file: string): Response =>
  new Response(body, {
    headers: {
      "Content-Type": `${type}; charset=utf-8`,
      "Content-Disposition": `attachment; filename="${file}"`,
      "Cache-Control": "no-store",
    },
  });

/** A table as CSV, or the promised days as a calendar, by the name of its file. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const { file } = params;
  const here = await shop();
  if (file === "promised.ics") {
    const { hostname } = new URL(request.url);
    const lines = await promisedLines(here);
    return sent(calendarOf(lines, new Date(), hostname), "text/calendar", file);
  }
  const rows = foundOr404(await rowsOf(here, file), `There is no file ${file} to take out.`);
  return sent(csvOf(rows), "text/csv", file);
}
