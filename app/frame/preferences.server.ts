import { createCookie } from "react-router";
import type { Lamp } from "../ui/theme.ts";

/** What this screen remembers: who works at it, and its lamp. */
export interface Preferences {
  readonly who?: string | undefined;
  readonly lamp?: Lamp | undefined;
}

const kept = { path: "/", sameSite: "lax", maxAge: 60 * 60 * 24 * 365 } as const;
/** A cookie each: two that are changed at once do not undo one another. */
const whoCookie = createCookie("who", kept);
const lampCookie = createCookie("lamp", kept);

export async function readPreferences(request: Request): Promise<Preferences> {
  const header = request.headers.get("Cookie");
  const [who, lamp] = (await Promise.all([
    whoCookie.parse(header),
    lampCookie.parse(header),
  ])) as unknown[];
  return {
    who: typeof who === "string" ? who : undefined,
    lamp: lamp === "up" || lamp === "down" ? lamp : undefined,
  };
}

/** The header values that keep a change. */
export async function keepPreferences({ who, lamp }: Preferences): Promise<readonly string[]> {
  return Promise.all([
    ...(who === undefined ? [] : [whoCookie.serialize(who)]),
    ...(lamp === undefined ? [] : [lampCookie.serialize(lamp)]),
  ]);
}
