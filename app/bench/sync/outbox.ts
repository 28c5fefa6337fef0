import { admitNext, foldOn, type LedgerEvent, type Refusal } from "../../../core/bench/index.ts";
import type { Model } from "../../../core/rules/index.ts";

/** The ledger as this screen has it: what the server has written, and what waits to be sent. */
export interface Pages {
  readonly known: readonly LedgerEvent[];
  readonly queue: readonly LedgerEvent[];
}

/**
 * Takes in events of the server from a place on. What comes twice is one; own ticks among them wait no
 * longer. A gap (more was missed) changes nothing: undefined.
 */
export function takeIn(
  pages: Pages,
  from: number,
  events: readonly LedgerEvent[],
): Pages | undefined {
  if (from > pages.known.length) return undefined;
  const isNews = from + events.length > pages.known.length;
  const known = isNews ? [...pages.known.slice(0, from), ...events] : pages.known;
  const written = new Set(known.map(({ id }) => id));
  return { known, queue: pages.queue.filter(({ id }) => !written.has(id)) };
}

/** The waiting ticks that still hold after what others did; the first that does not, and why. */
export function stillGood(
  model: Model,
  { known, queue }: Pages,
): { readonly queue: readonly LedgerEvent[]; readonly refused: Refusal | undefined } {
  for (const [i, event] of queue.entries()) {
    const before = foldOn(model, undefined, [...known, ...queue.slice(0, i)]);
    const admitted = admitNext(before, event);
    if (!admitted.ok) return { queue: queue.slice(0, i), refused: admitted.error };
  }
  return { queue, refused: undefined };
}
