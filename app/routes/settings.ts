import { data } from "react-router";
import { preferences, readPreferences } from "../frame/preferences.server.ts";
import type { Route } from "./+types/settings";

export async function action({ request }: Route.ActionArgs) {
  const [form, known] = await Promise.all([request.formData(), readPreferences(request)]);
  const who = form.get("who");
  const lamp = form.get("lamp");
  const next = {
    ...known,
    ...(typeof who === "string" ? { who } : {}),
    ...(lamp === "up" || lamp === "down" ? { lamp } : {}),
  };
  return data(null, { headers: { "Set-Cookie": await preferences.serialize(next) } });
}
