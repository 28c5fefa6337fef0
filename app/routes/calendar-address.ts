import { data } from "react-router";
import { newCalendarSecret } from "../../shop/days/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import type { Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/calendar-address";

/** Makes the address for calendars, or another one in its place. */
export const action = allowed(async ({ context }: Route.ActionArgs) => {
  const { act } = await actFor(context);
  await newCalendarSecret(act);
  return data<Sent>({ error: undefined });
});
