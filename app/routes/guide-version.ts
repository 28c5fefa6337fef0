import { pinnedGuide } from "../../shop/guide/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { foundOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/guide-version";

/** The guide of a version for one underside code. It never changes: a screen asks once and keeps it. */
export async function loader({ params }: Route.LoaderArgs) {
  const found = await pinnedGuide((await shop()).db, params.hash, params.code);
  const guide = foundOr404(found, "There is no such version of a guide.");
  return Response.json(guide, {
    headers: { "Cache-Control": "private, max-age=31536000, immutable" },
  });
}
