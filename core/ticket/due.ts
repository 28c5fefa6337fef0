import { dayAfter, type Wait } from "./stage.ts";
import type { Stand } from "./stand.ts";
import { partsMissing, type StageFacts, waitsOf } from "./waits.ts";

const UNBEGUN: ReadonlySet<Wait> = new Set<Wait>(["finding", "customer", "part"]);

/**
 * When all parts of a ticket can be here, by its orders and by its quote: the likeliest day and the latest, ISO.
 * Undefined: nothing is waited for, or nobody has asked yet how long it takes.
 */
export function partsDue(
  facts: StageFacts,
  stand: Stand,
  today: string,
): { readonly likely: string; readonly late: string } | undefined {
  if (!UNBEGUN.has(waitsOf(facts, stand))) return undefined;
  const missing = new Set(partsMissing(facts, stand));
  if (missing.size === 0) return undefined;
  const days = stand.orders.flatMap(({ state, offer, due, late }) => {
    if (state !== "under-way") return [];
    for (const part of offer.brings) missing.delete(part);
    return [{ likely: later(due, today), late: later(late, today) }];
  });
  const quote = stand.quotes.find(({ number }) => number === stand.agreed) ?? stand.quotes.at(-1);
  if (missing.size > 0 && quote?.brings.some((part) => missing.has(part))) {
    days.push({ likely: dayAfter(today, quote.days), late: dayAfter(today, quote.late) });
  }
  if (days.length === 0) return undefined;
  return {
    likely: days.map(({ likely }) => likely).reduce(later),
    late: days.map(({ late }) => late).reduce(later),
  };
}

const later = (a: string, b: string): string => (a > b ? a : b);

/** A due day that its parts make impossible: when they come at the earliest, and the day that holds. ISO days. */
export interface TooSoon {
  readonly parts: string;
  readonly holds: string;
}

/** Undefined: the day can be kept, as far as parts go. */
export function tooSoon(
  facts: StageFacts & { readonly promised: string },
  stand: Stand,
  today: string,
): TooSoon | undefined {
  const due = partsDue(facts, stand, today);
  if (!due || due.likely <= facts.promised) return undefined;
  // The part that comes last leaves a day for the bench.
  return { parts: due.likely, holds: dayAfter(due.late, 1) };
}
