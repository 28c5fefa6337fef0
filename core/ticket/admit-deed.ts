import type { QuoteRates } from "../quote/index.ts";
import type { Deed } from "./deeds.ts";
import type { OrderState, Stand } from "./stand.ts";
import type { Wait } from "./stage.ts";
import { isLook, owedFor, type StageFacts, waitsOf } from "./waits.ts";

/** Why a deed is not written: it goes against what the ticket is. */
export type DeedRefusal =
  /** It waits for something else: a stale page changes nothing. */
  | { readonly type: "moved-on"; readonly waits: Wait }
  | { readonly type: "quote-unknown"; readonly number: number }
  | { readonly type: "quote-unnamed" }
  | { readonly type: "quote-over"; readonly until: string }
  /** There is a yes to another quote, given when this one lay there too. */
  | { readonly type: "agreed-to-other"; readonly number: number }
  | { readonly type: "order-unknown"; readonly order: string }
  | { readonly type: "order-is"; readonly state: OrderState }
  | { readonly type: "nothing-found" }
  | { readonly type: "owed"; readonly cents: number }
  | { readonly type: "too-much"; readonly owed: number };

const REFUSALS: Readonly<Record<DeedRefusal["type"], true>> = {
  "moved-on": true,
  "quote-unknown": true,
  "quote-unnamed": true,
  "quote-over": true,
  "agreed-to-other": true,
  "order-unknown": true,
  "order-is": true,
  "nothing-found": true,
  owed: true,
  "too-much": true,
};

/** Whether an error is that of a deed. */
export const isDeedRefusal = <E extends { readonly type: string }>(
  error: E,
): error is Extract<E, DeedRefusal> => Object.hasOwn(REFUSALS, error.type);

const BEFORE_THE_END: readonly Wait[] = ["finding", "customer", "part", "bench", "soak"];
const UNBEGUN: readonly Wait[] = ["finding", "customer", "part"];

/** In which waits a deed has its place. */
const PLACES: Readonly<Record<Deed["kind"], readonly Wait[]>> = {
  says: BEFORE_THE_END,
  checked: BEFORE_THE_END,
  unchecked: BEFORE_THE_END,
  refuted: BEFORE_THE_END,
  found: UNBEGUN.concat("bench"),
  "turned-out": ["bench", "soak", "collection"],
  quoted: UNBEGUN.concat("bench"),
  answered: UNBEGUN.concat("bench"),
  ordered: ["part"],
  delayed: BEFORE_THE_END,
  arrived: BEFORE_THE_END,
  "sent-back": BEFORE_THE_END.concat("collection"),
  cancelled: BEFORE_THE_END.concat("collection"),
  here: ["customer", "part", "bench"],
  worked: ["bench"],
  consent: UNBEGUN.concat("bench"),
  held: ["bench"],
  passed: ["soak"],
  reopened: ["soak"],
  paid: BEFORE_THE_END.concat("collection"),
  collected: ["collection"],
};

/** What an order has to be for a deed about it. */
const ORDER_IS: Readonly<Partial<Record<Deed["kind"], readonly OrderState[]>>> = {
  delayed: ["under-way"],
  arrived: ["under-way"],
  cancelled: ["under-way"],
  "sent-back": ["wrong", "fits"],
};

/** Why a deed may not be written behind those that are there; undefined: it may. */
export function refusedDeed(
  facts: StageFacts,
  stand: Stand,
  deed: Deed,
  { rates, today }: { readonly rates: QuoteRates; readonly today: string },
): DeedRefusal | undefined {
  const waits = waitsOf(facts, stand);
  if (!PLACES[deed.kind].includes(waits)) return { type: "moved-on", waits };
  const allowed = ORDER_IS[deed.kind];
  if (allowed && "order" in deed) {
    const order = stand.orders.find((one) => one.order === deed.order);
    if (!order) return { type: "order-unknown", order: deed.order };
    if (!allowed.includes(order.state)) return { type: "order-is", state: order.state };
  }
  const owed = owedFor(facts, stand, rates);
  switch (deed.kind) {
    case "ordered": {
      const known = stand.orders.find((one) => one.order === deed.order);
      return known && { type: "order-is", state: known.state };
    }
    case "answered":
      return refusedAnswer(facts, stand, deed, today);
    case "worked":
      return isLook(facts.job) ? undefined : { type: "moved-on", waits };
    case "turned-out":
      return stand.cause ? undefined : { type: "nothing-found" };
    case "paid":
      return owed !== undefined && stand.agreed !== undefined && deed.cents > owed
        ? { type: "too-much", owed }
        : undefined;
    case "collected":
      return owed !== undefined && owed > 0 ? { type: "owed", cents: owed } : undefined;
    default:
      return undefined;
  }
}

/** A yes is to a quote that still holds; once the machine is open for its job nobody says no any more. */
function refusedAnswer(
  facts: StageFacts,
  stand: Stand,
  { answer, quote }: Extract<Deed, { kind: "answered" }>,
  today: string,
): DeedRefusal | undefined {
  const isBegun = facts.bench === "open" && !isLook(facts.job);
  if (isBegun && waitsOf(facts, stand) === "bench") return { type: "moved-on", waits: "bench" };
  // Where a price was given the yes is to one, by its number: that is what is owed then.
  if (quote === undefined) {
    return answer === "yes" && stand.quotes.length > 0 ? { type: "quote-unnamed" } : undefined;
  }
  const given = stand.quotes.find(({ number }) => number === quote);
  if (!given) return { type: "quote-unknown", number: quote };
  if (answer !== "yes") return undefined;
  // Two screens at once: one of them was first. A quote made since is another offer.
  const { agreed, knownThen } = stand;
  if (agreed !== undefined && agreed !== quote && quote <= knownThen) {
    return { type: "agreed-to-other", number: agreed };
  }
  return given.until < today ? { type: "quote-over", until: given.until } : undefined;
}
