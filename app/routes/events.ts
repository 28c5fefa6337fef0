import { fail } from "../../core/base/result.ts";
import { readSentTick } from "../../core/bench/index.ts";
import type { TickError, TickReply } from "../../core/ticket/index.ts";
import { data } from "react-router";
import { DataTrouble } from "../../data/database/index.server.ts";
import { tick } from "../../shop/bench/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { ticketNumber } from "../ui/or-404.server.ts";
import type { Route } from "./+types/events";

/** Takes one event; answers when it is on disk, or says why it is not. What the disk does not take may be sent again. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const sent = readSentTick(await request.json().catch(() => undefined));
  const { act } = await actFor(context);
  try {
    const reply: TickReply = sent.ok
      ? await tick(act, ticketNumber(params.number), sent.value)
      : fail({ type: "tick-unknown" });
    return data(reply, { status: reply.ok ? 200 : statusOf(reply.error) });
  } catch (error) {
    if (!(error instanceof DataTrouble)) throw error;
    return data({ error: error.message }, { status: 503 });
  }
}

function statusOf({ type }: TickError): number {
  if (type === "tick-unknown") return 400;
  if (type === "refused") return 422;
  if (type === "not-allowed" || type === "not-yours") return 403;
  return type === "busy" ? 503 : 409;
}
