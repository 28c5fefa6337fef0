import type { Result } from "../../core/base/result.ts";
import type { TicketUnknown } from "../../core/ticket/index.ts";

const notHere = (words: string): Response => new Response(words, { status: 404 });

/** The number of a ticket in an address; what is no number is no ticket. */
export function ticketNumber(text: string): number {
  if (!/^\d{1,9}$/.test(text)) throw notHere(`There is no ticket ${text}.`);
  return Number(text);
}

/** What a use case gave for a ticket; there is no such ticket → 404. */
export function ticketOr404<T, E extends { readonly type: string }>(
  number: number,
  result: Result<T, E | TicketUnknown>,
): Result<T, Exclude<E, TicketUnknown>> {
  if (result.ok) return result;
  if (result.error.type === "ticket-unknown") throw notHere(`There is no ticket ${number}.`);
  return result as Result<T, Exclude<E, TicketUnknown>>;
}

/** What was asked for, or 404 with these words. */
export function foundOr404<T>(found: T | undefined, words: string): T {
  if (found === undefined) throw notHere(words);
  return found;
}
