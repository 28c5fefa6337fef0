import type { QuoteRates } from "../quote/index.ts";
import type { Consent } from "./deeds.ts";
import { tooSoon, type TooSoon } from "./due.ts";
import { daysBetween } from "./stage.ts";
import type { Order, Stand } from "./stand.ts";
import { owedFor, partsMissing, partsNotAgreed, type StageFacts, waitsOf } from "./waits.ts";

/** What stands in a ticket's way, by name. Days are whole; money in cents. */
export type Block =
  | { readonly type: "consent"; readonly about: Consent; readonly isRefused: boolean }
  | { readonly type: "held"; readonly note: string }
  | { readonly type: "not-agreed"; readonly parts: readonly string[] }
  | { readonly type: "quote-over"; readonly number: number; readonly until: string }
  | { readonly type: "wrong-part"; readonly order: Order }
  /** Its parts come after the day it is promised for. */
  | ({ readonly type: "too-soon"; readonly promised: string } & TooSoon)
  | { readonly type: "late"; readonly order: Order; readonly days: number }
  | { readonly type: "not-ordered"; readonly parts: readonly string[] }
  | { readonly type: "unproven" }
  | { readonly type: "owed"; readonly cents: number };

/** Everything that stands in the way of a ticket, whatever it waits for, in the order of the job. */
export function blocksOf(
  facts: StageFacts & { readonly promised: string },
  stand: Stand,
  rates: QuoteRates,
  today: string,
): readonly Block[] {
  const waits = waitsOf(facts, stand);
  if (waits === "nothing") return [];
  const blocks: Block[] = stand.consents
    .filter(({ given }) => given !== "yes")
    .map(({ about, given }) => ({ type: "consent", about, isRefused: given === "no" }));
  if (stand.held) blocks.push({ type: "held", note: stand.held.note });
  const parts = partsNotAgreed(facts, stand);
  if (parts.length > 0) blocks.push({ type: "not-agreed", parts });
  const last = stand.quotes.at(-1);
  if (waits === "customer" && last && last.until < today) {
    blocks.push({ type: "quote-over", number: last.number, until: last.until });
  }
  const soon = tooSoon(facts, stand, today);
  if (soon) blocks.push({ type: "too-soon", promised: facts.promised, ...soon });
  for (const order of stand.orders) {
    if (order.state === "wrong") blocks.push({ type: "wrong-part", order });
    const days = daysBetween(order.due, today);
    if (order.state === "under-way" && days > 0) blocks.push({ type: "late", order, days });
  }
  if (waits === "part") {
    const coming = new Set(
      stand.orders.flatMap(({ state, offer }) => (state === "under-way" ? offer.brings : [])),
    );
    const missing = partsMissing(facts, stand).filter((part) => !coming.has(part));
    if (missing.length > 0) blocks.push({ type: "not-ordered", parts: missing });
  }
  if (waits === "soak") blocks.push({ type: "unproven" });
  const owed = owedFor(facts, stand, rates);
  if (waits === "collection" && owed !== undefined && owed > 0) {
    blocks.push({ type: "owed", cents: owed });
  }
  return blocks;
}
