import { type Growth, jobStream } from "../../core/bench/index.ts";
import { readStream } from "../../data/bench/index.server.ts";
import { onAnnounced } from "../../shop/bench/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { isStillIn } from "../../shop/people/index.server.ts";
import { readToken } from "../frame/session.server.ts";
import { ticketNumber } from "../ui/or-404.server.ts";
import type { Route } from "./+types/stream";

const BEAT_MS = 20_000;

/** Server-sent events: each time the ledger of a ticket grows, what is new since `after`. */
export async function loader({ params, request }: Route.LoaderArgs) {
  // As the data of a page it would never end.
  if (request.headers.get("X-Bench-Data") !== null) {
    throw new Response("This is heard, not loaded.", { status: 400 });
  }
  const here = await shop();
  const { db } = here;
  const token = await readToken(here, request);
  const stream = jobStream(ticketNumber(params.number));
  let known = Math.max(0, Number(new URL(request.url).searchParams.get("after")) || 0);
  const encoder = new TextEncoder();
  // Whoever hears first that the listener is gone ends it: writing on would fail the tick that rings.
  let end = (): boolean => false;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let isOver = false;
      const send = (growth: Growth): void => {
        controller.enqueue(encoder.encode(`data: ${JSON.stringify(growth)}\n\n`));
        known = growth.from + growth.events.length;
      };
      const catchUp = async (): Promise<void> => {
        const events = (await readStream(db, stream))?.events ?? [];
        if (isOver || events.length <= known) return;
        send({ from: known, events: events.slice(known) });
      };
      const ring = (growth: Growth | undefined): void => {
        if (growth?.from === known) send(growth);
        else void catchUp().catch(() => undefined);
      };
      const stop = onAnnounced(db, stream, ring);
      // Whoever is signed out meanwhile hears nothing more.
      const beatOnce = async (): Promise<void> => {
        const isIn = token !== undefined && (await isStillIn(db, token, new Date()));
        if (isOver) return;
        if (isIn) controller.enqueue(encoder.encode(": here\n\n"));
        else if (end()) controller.close();
      };
      const beat = setInterval(() => void beatOnce().catch(() => undefined), BEAT_MS);
      end = () => {
        if (isOver) return false;
        isOver = true;
        stop();
        clearInterval(beat);
        return true;
      };
      request.signal.addEventListener("abort", () => end() && controller.close());
      void catchUp().catch(() => undefined);
    },
    cancel: () => void end(),
  });
  const headers = {
    "Content-Type": "text/event-stream",
    // Packed, nothing would arrive before a buffer is full.
    "Cache-Control": "no-cache, no-transform",
  };
  return new Response(body, { headers });
}
