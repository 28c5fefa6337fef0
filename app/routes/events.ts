import { data } from "react-router";
import { isEntry, type LedgerEvent } from "../../core/bench/index.ts";
import { database } from "../../data/database/open.server.ts";
import { type AppendError, appendEvent } from "../../data/ledger/ledger.server.ts";
import { whoIs } from "../frame/who.server.ts";
import type { Route } from "./+types/events";

export type Answer =
  | { readonly ok: true; readonly events: readonly LedgerEvent[] }
  | {
      readonly ok: false;
      readonly why: AppendError["type"] | "bad-event";
      readonly message: string;
      readonly events: readonly LedgerEvent[];
    };

/** Takes one event; answers when it is on disk, or says why it is not. */
export async function action({ request, params }: Route.ActionArgs) {
  const sent = readEvent(await request.json().catch(() => undefined));
  if (!sent) return refuse("bad-event", "That is no step this bench knows. Reload the page.", 400);
  const db = await database();
  const who = await whoIs(db, request);
  const event: LedgerEvent = { ...sent.event, by: who.name };
  const answer = await appendEvent(db, params.number, event, sent.after);
  if (answer.ok) return data<Answer>({ ok: true, events: answer.value });
  const { error } = answer;
  return refuse(error.type, wordsOf(error), error.type === "refused" ? 422 : 409, error);
}

function refuse(
  why: AppendError["type"] | "bad-event",
  message: string,
  status: number,
  error?: AppendError,
) {
  const events = error?.type === "stale" ? error.events : [];
  return data<Answer>({ ok: false, why, message, events }, { status });
}

function wordsOf(error: AppendError): string {
  switch (error.type) {
    case "ticket-unknown":
      return "There is no such ticket any more.";
    case "not-at-bench":
      return "This ticket is not at the bench any more; nothing was written. Open the ticket to see where it stands.";
    case "stale":
      return "Somebody went on with this job. Here is where it stands now; your last step was not written.";
    case "id-taken":
      return "That step belongs to another ticket. Reload the page.";
    case "refused":
      return error.refusal.type;
  }
}

interface Sent {
  readonly event: Omit<LedgerEvent, "by">;
  readonly after: number;
}

function readEvent(value: unknown): Sent | undefined {
  if (typeof value !== "object" || value === null) return undefined;
  const { id, at, entry, after } = value as Record<string, unknown>;
  if (typeof id !== "string" || !/^[\w-]{8,60}$/.test(id)) return undefined;
  if (typeof at !== "string" || Number.isNaN(Date.parse(at))) return undefined;
  if (typeof after !== "number" || !Number.isInteger(after) || after < 0) return undefined;
  return isEntry(entry) ? { event: { id, at, entry }, after } : undefined;
}
