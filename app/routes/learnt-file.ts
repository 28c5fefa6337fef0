import { experienceRows } from "../../shop/experience/index.server.ts";
import { nameOf } from "../../core/people/index.ts";
import { csvOf } from "../exports/files.server.ts";
import { actFor } from "../frame/act.server.ts";
import { shown } from "../frame/allowed.server.ts";
import { foundOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/learnt-file";

/** A table of what the shop learnt as CSV. */
export const loader = shown(async ({ params, context }: Route.LoaderArgs) => {
  const { file } = params;
  const { act, people } = await actFor(context);
  const rows = await experienceRows(act, file, (id) => nameOf(people, id));
  return new Response(csvOf(foundOr404(rows, `There is no file ${file} to take out.`)), {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="learnt-${file}"`,
      "Cache-Control": "no-store",
    },
  });
});
