import { data, redirect } from "react-router";
import { renewErrorWords } from "../../core/words/index.ts";
import { renewJob } from "../../shop/bench/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/renew";

/** Lets a job that has begun go on by the newest version of its guide. */
export const action = allowed(async ({ params, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const { act } = await actFor(context);
  const renewed = ticketOr404(number, await renewJob(act, number));
  if (renewed.ok) throw redirect(`/tickets/${number}`);
  return data({ error: renewErrorWords(renewed.error) }, { status: 409 });
});
