import { createCookie } from "react-router";
import type { Lamp } from "../theme.ts";

/** What this screen remembers: who works at it, and its lamp. */
export interface Preferences {
  readonly who?: string;
  readonly lamp?: Lamp;
}

export const preferences = createCookie("screen", {
  path: "/",
  sameSite: "lax",
  maxAge: 60 * 60 * 24 * 365,
});

export async function readPreferences(request: Request): Promise<Preferences> {
  const value: unknown = await preferences.parse(request.headers.get("Cookie"));
  return typeof value === "object" && value !== null ? value : {};
}
