import { onAnnounced } from "../../data/announce.server.ts";
import type { LedgerEvent } from "../../core/bench/index.ts";
import { eventsOf } from "../../data/ledger.server.ts";
import { database } from "../../data/open.server.ts";
import type { Route } from "./+types/stream";

/** What a screen hears: events of the ledger from this place on. */
export interface Heard {
  readonly from: number;
  readonly events: readonly LedgerEvent[];
}

const BEAT_MS = 20_000;

/** Server-sent events: each time the ledger of a ticket grows, what is new since `after`. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const db = await database();
  let known = Math.max(0, Number(new URL(request.url).searchParams.get("after")) || 0);
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = async (): Promise<void> => {
        const events = await eventsOf(db, params.number);
        if (request.signal.aborted || events.length <= known) return;
        const heard: Heard = { from: known, events: events.slice(known) };
        known = events.length;
        controller.enqueue(encoder.encode(`data: ${JSON.stringify(heard)}\n\n`));
      };
      let turn = Promise.resolve();
      const ring = (): void => {
        turn = turn.then(send).catch(() => undefined);
      };
      const stop = onAnnounced(params.number, ring);
      const beat = setInterval(() => controller.enqueue(encoder.encode(": here\n\n")), BEAT_MS);
      request.signal.addEventListener("abort", () => {
        stop();
        clearInterval(beat);
        controller.close();
      });
      ring();
    },
  });
  const headers = {
    "Content-Type": "text/event-stream",
    // Packed, nothing would arrive before a buffer is full.
    "Cache-Control": "no-cache, no-transform",
  };
  return new Response(body, { headers });
}
