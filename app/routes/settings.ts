import { data } from "react-router";
import { keepPreferences } from "../frame/preferences.server.ts";
import type { Route } from "./+types/settings";

export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const [who, lamp] = [form.get("who"), form.get("lamp")];
  const headers = new Headers();
  const kept = await keepPreferences({
    who: typeof who === "string" ? who : undefined,
    lamp: lamp === "up" || lamp === "down" ? lamp : undefined,
  });
  for (const cookie of kept) headers.append("Set-Cookie", cookie);
  return data(null, { headers });
}
