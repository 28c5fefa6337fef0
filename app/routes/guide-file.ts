import { guideDot } from "../../core/words/index.ts";
import { guideById } from "../../data/guides/guides.server.ts";
import { database } from "../../data/database/open.server.ts";
import type { Route } from "./+types/guide-file";

/** The guide as a file: JSON as it was taken in, or its facts as a graph in DOT. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const guide = await guideById(await database(), params.id);
  if (!guide) throw new Response(`There is no guide ${params.id}.`, { status: 404 });
  const asDot = new URL(request.url).searchParams.get("as") === "dot";
  const body = asDot ? guideDot(guide) : `${JSON.stringify(guide, null, 2)}\n`;
  return new Response(body, {
    headers: {
      "Content-Type": asDot ? "text/vnd.graphviz" : "application/json",
      "Content-Disposition": `attachment; filename="${guide.id}.${asDot ? "dot" : "json"}"`,
    },
  });
}
