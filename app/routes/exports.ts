import { promisedLines, rowsOf } from "../../shop/exports/index.server.ts";
import { calendarOf, csvOf } from "../exports/files.server.ts";
import { actFor } from "../frame/act.server.ts";
import { shown } from "../frame/allowed.server.ts";
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
export const loader = shown(async ({ params, request, context }: Route.LoaderArgs) => {
  const { file } = params;
  const { act } = await actFor(context);
  if (file === "promised.ics") {
    const { hostname } = new URL(request.url);
    const lines = await promisedLines(act);
    return sent(calendarOf(lines, new Date(), hostname), "text/calendar", file);
  }
  const rows = foundOr404(await rowsOf(act, file), `There is no file ${file} to take out.`);
  return sent(csvOf(rows), "text/csv", file);
});
