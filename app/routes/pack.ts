import { packOf } from "../../shop/packs/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { foundOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/pack";

/** A guide with its pictures, as one ZIP. */
export async function loader({ params }: Route.LoaderArgs) {
  const found = await packOf((await shop()).db, params.id);
  const bytes = foundOr404(found, `There is no guide ${params.id}.`);
  return new Response(new Uint8Array(bytes), {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": `attachment; filename="${params.id}.zip"`,
    },
  });
}
