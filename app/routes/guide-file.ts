import { guideDot } from "../../core/words/index.ts";
import { guideFile } from "../../shop/guide/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { foundOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/guide-file";

/** The guide as a file, as it is now or of one version: JSON as taken in, or its facts as a graph in DOT. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const found = await guideFile(
    (await shop()).db,
    params.id,
    searchParams.get("version") ?? undefined,
  );
  const guide = foundOr404(found, `There is no guide ${params.id}.`);
  const asDot = searchParams.get("as") === "dot";
  const body = asDot ? guideDot(guide) : `${JSON.stringify(guide, null, 2)}\n`;
  return new Response(body, {
    headers: {
      "Content-Type": asDot ? "text/vnd.graphviz" : "application/json",
      "Content-Disposition": `attachment; filename="${guide.id}.${asDot ? "dot" : "json"}"`,
    },
  });
}
