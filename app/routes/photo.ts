import { readPhoto } from "../../data/photos/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { foundOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/photo";

/** A photo, or its thumbnail with `?thumb`. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const isThumb = new URL(request.url).searchParams.has("thumb");
  const found = await readPhoto((await shop()).db, params.id, isThumb);
  const bytes = foundOr404(found, "There is no such picture.");
  const headers = {
    "Content-Type": "image/jpeg",
    "Cache-Control": "private, max-age=31536000, immutable",
  };
  return new Response(new Uint8Array(bytes), { headers });
}
