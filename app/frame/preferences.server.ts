import { createCookie } from "react-router";
import type { Lamp } from "../ui/theme.ts";

const lampCookie = createCookie("lamp", {
  path: "/",
  sameSite: "lax",
  maxAge: 60 * 60 * 24 * 365,
});

/** The lamp of this screen; undefined: it was never changed. */
export async function readLamp(request: Request): Promise<Lamp | undefined> {
  const lamp: unknown = await lampCookie.parse(request.headers.get("Cookie"));
  return lamp === "up" || lamp === "down" ? lamp : undefined;
}

/** The header value that keeps a lamp. */
export const keepLamp = (lamp: Lamp): Promise<string> => lampCookie.serialize(lamp);
