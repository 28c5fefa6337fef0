import type { Job } from "../../core/rules/index.ts";
import { earliest } from "../../shop/days/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import type { Route } from "./+types/earliest";

const MOST_PARTS = 40;

/** When a machine of this code that gets these parts can be fetched; nothing where that cannot be said. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { shop, act } = await actFor(context);
  const { searchParams } = new URL(request.url);
  const code = searchParams.get("code") ?? "";
  const parts = searchParams.getAll("part").slice(0, MOST_PARTS);
  const job: Job = { for: parts };
  const found =
    code === "" || parts.length === 0
      ? undefined
      : earliest(shop, act.now(), code, job, request.signal);
  return { earliest: (await found) ?? null };
}
