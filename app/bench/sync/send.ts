import { fail, ok, type Result } from "../../../core/base/result.ts";
import type { LedgerEvent } from "../../../core/bench/index.ts";
import type { TickReply } from "../../../core/ticket/index.ts";

/** The server cannot be reached, or something else answered in its place: the tick waits. */
export type Away = { readonly type: "away" };

/** Sends a tick; the answer of the bench, or that there was none. */
export async function sendTick(
  ticket: number,
  { id, at, entry }: LedgerEvent,
  after: number,
): Promise<Result<TickReply, Away>> {
  try {
    const response = await fetch(`/tickets/${ticket}/events`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ id, at, entry, after }),
    });
    const isReply = response.headers.get("Content-Type")?.includes("json") ?? false;
    if (!isReply) return fail({ type: "away" });
    return ok((await response.json()) as TickReply);
  } catch {
    return fail({ type: "away" });
  }
}
