import type { KnownCode } from "../../core/ticket/index.ts";
import { shop } from "../../shop/open.server.ts";
import { knownCode } from "../../shop/ticket/index.server.ts";
import type { Route } from "./+types/codes";

/** The machine of an underside code and what can be replaced in it, or the machines it may mean. */
export async function loader({ request }: Route.LoaderArgs): Promise<KnownCode> {
  const code = (new URL(request.url).searchParams.get("code") ?? "").trim();
  return knownCode((await shop()).db, code);
}
