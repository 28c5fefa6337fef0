import { reader, readJson } from "../../../core/base/ajv.ts";
import { fail, type Result } from "../../../core/base/result.ts";
import type { LedgerEvent } from "../../../core/bench/index.ts";
import type { TickReply } from "../../../core/ticket/index.ts";

const type = { type: "string" };
/** The answer as a whole: its events are read by the schema of their kind, its errors by their type. */
const readReply = reader<TickReply>({
  type: "object",
  required: ["ok"],
  oneOf: [
    {
      required: ["value"],
      properties: { ok: { const: true }, value: { type: "array", items: { type: "object" } } },
    },
    {
      required: ["error"],
      properties: {
        ok: { const: false },
        error: { type: "object", required: ["type"], properties: { type } },
      },
    },
  ],
});

/** The server cannot be reached, or cannot write, or something else answered in its place: the tick waits. */
export interface Away {
  readonly type: "away";
  /** Why, where it was said. */
  readonly words?: string;
}

/** What a server says that cannot take anything just now. */
const readWords = reader<{ readonly error: string }>({
  type: "object",
  required: ["error"],
  properties: { error: { type: "string" } },
});

/** Sends a tick; the answer of the bench, or that there was none. */
export async function sendTick(
  ticket: number,
  { id, at, by, entry }: Pick<LedgerEvent, "id" | "at" | "by"> & { readonly entry: object },
  after: number,
): Promise<Result<TickReply, Away>> {
  try {
    const response = await fetch(`/tickets/${ticket}/events`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ id, at, by, entry, after, now: new Date().toISOString() }),
    });
    // What is no answer of the bench (a proxy's page, a cut line) is none: the tick waits.
    const text = await response.text();
    const reply = readJson(readReply, text);
    if (reply.ok) return reply;
    const said = readJson(readWords, text);
    return fail({ type: "away", ...(said.ok ? { words: said.value.error } : {}) });
  } catch {
    return fail({ type: "away" });
  }
}
