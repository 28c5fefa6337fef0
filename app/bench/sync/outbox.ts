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

/**
 * The waiting ticks that still hold after what others did; the first that does not, and why. One that does not takes
 * none with it: those behind it stay where they hold without it.
 */
export function stillGood(
  model: Model,
  { known, queue }: Pages,
): { readonly queue: readonly LedgerEvent[]; readonly refused: Refusal | undefined } {
  let refused: Refusal | undefined;
  const good: LedgerEvent[] = [];
  for (const event of queue) {
    const admitted = admitNext(foldOn(model, undefined, [...known, ...good]), event);
    if (admitted.ok) good.push(event);
    else refused ??= admitted.error;
  }
  return { queue: good, refused };
}

/** What the server makes itself: it is not sent to it. */
const ITS_OWN: ReadonlySet<string> = new Set<LedgerEvent["entry"]["do"]>([
  "start",
  "replan",
  "renew",
]);

/**
 * The server has fewer events than this screen was told of: an older copy lies there. What it has not is sent once more,
 * before what waits.
 */
export function sentAnew({ known, queue }: Pages, length: number): Pages {
  const lost = known.slice(length).filter(({ entry }) => !ITS_OWN.has(entry.do));
  return { known: known.slice(0, length), queue: [...lost, ...queue] };
}
