import { database } from "../../data/database/open.server.ts";
import { readPhoto } from "../../data/photos/photos.server.ts";
import type { Route } from "./+types/photo";

/** A photo, or its thumbnail with `?thumb`. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const isThumb = new URL(request.url).searchParams.has("thumb");
  const bytes = await readPhoto(await database(), params.id, isThumb);
  if (!bytes) throw new Response("There is no such picture.", { status: 404 });
  const headers = {
    "Content-Type": "image/jpeg",
    "Cache-Control": "private, max-age=31536000, immutable",
  };
  return new Response(new Uint8Array(bytes), { headers });
}
