import type { StoredEvent } from "../../../core/bench/index.ts";
import { allWaiting, dropTicks } from "./outbox-store.ts";
import { sendTick } from "./send.ts";

/** A tick as it goes out, of one that was kept. */
const sentOf = ({ id, at, by, kind, body }: StoredEvent) => ({
  id,
  at,
  by,
  entry: { do: kind, ...body },
});

/**
 * Sends the ticks that wait, of every ticket but the one whose bench is open (it sends its own). What the server has
 * is forgotten; what it refuses stays, to be told of at its bench, and holds up nothing behind it. Gives how many wait.
 */
export async function sendWaiting(but: number | undefined): Promise<number> {
  let left = 0;
  for (const [ticket, events] of await allWaiting()) {
    if (ticket === but) continue;
    const written = await sendOf(ticket, events);
    await dropTicks(ticket, written);
    left += events.length - written.length;
  }
  return left;
}

/** What was refused since this page was opened: it would be again. */
const refused = new Set<string>();

async function sendOf(ticket: number, events: readonly StoredEvent[]): Promise<readonly string[]> {
  const written: string[] = [];
  let after = 0;
  for (const event of events.filter(({ id }) => !refused.has(id))) {
    // Behind what there is: how much that is, the first answer says.
    for (let tries = 0; tries < 3; tries++) {
      const sent = await sendTick(ticket, sentOf(event), after);
      if (!sent.ok) return written;
      const reply = sent.value;
      if (reply.ok) {
        after += reply.value.length;
        written.push(event.id);
        break;
      }
      const { error } = reply;
      if (error.type === "stale" && error.events.length > 0) after += error.events.length;
      else if (error.type === "ahead") after = error.length;
      else {
        refused.add(event.id);
        break;
      }
    }
  }
  return written;
}
