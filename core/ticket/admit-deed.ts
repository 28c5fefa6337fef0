import type { QuoteRates } from "../quote/index.ts";
import type { Correctable, Deed } from "./deeds.ts";
import type { OrderState, Stand } from "./stand.ts";
import type { Wait } from "./stage.ts";
import { consentsOpen, isLook, owedFor, type StageFacts, waitsOf } from "./waits.ts";

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
  | { readonly type: "payment-unknown" }
  /** A consent that nobody gave, or a part that is on its way: somebody has to settle it first. */
  | { readonly type: "still-open"; readonly what: "consent" | "order" }
  /** A yes was given without a price, and nothing was paid: somebody has to say what it costs. */
  | { readonly type: "price-unsaid" }
  /** The machine has been opened for its job: these stay as they are. */
  | { readonly type: "begun"; readonly field: Correctable }
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
  "payment-unknown": true,
  "still-open": true,
  "price-unsaid": true,
  begun: true,
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
  reversed: BEFORE_THE_END.concat("collection", "nothing"),
  collected: ["collection"],
  "not-collected": ["nothing"],
  "not-arrived": UNBEGUN.concat("bench"),
  called: BEFORE_THE_END.concat("collection"),
  corrected: BEFORE_THE_END.concat("collection", "nothing"),
};

/** What an order has to be for a deed about it. */
const ORDER_IS: Readonly<Partial<Record<Deed["kind"], readonly OrderState[]>>> = {
  delayed: ["under-way"],
  arrived: ["under-way"],
  cancelled: ["under-way"],
  "sent-back": ["wrong", "fits"],
  "not-arrived": ["wrong", "fits"],
};

/** What a ticket goes by until it is handed back, and what it goes by until its machine is opened. */
const BEFORE_THE_END_ONLY: readonly Correctable[] = ["promised"];
const UNBEGUN_ONLY: readonly Correctable[] = ["code", "work"];

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
    case "reversed":
      return stand.payments.some(({ id }) => id === deed.payment)
        ? undefined
        : { type: "payment-unknown" };
    case "collected":
      return deed.release === undefined ? keptFor(stand, owed) : undefined;
    case "corrected":
      return refusedCorrection(facts, waits, deed);
    default:
      return undefined;
  }
}

/** What keeps a machine here: a consent or a part that is open, money that is owed, or that nobody has named. */
function keptFor(stand: Stand, owed: number | undefined): DeedRefusal | undefined {
  if (stand.answer?.answer === "yes" && consentsOpen(stand).length > 0) {
    return { type: "still-open", what: "consent" };
  }
  if (stand.orders.some(({ state }) => state === "under-way" || state === "wrong")) {
    return { type: "still-open", what: "order" };
  }
  if (owed === undefined) return stand.payments.length > 0 ? undefined : { type: "price-unsaid" };
  return owed > 0 ? { type: "owed", cents: owed } : undefined;
}

/** What is planned by is put right before the machine is opened; the rest at any time. */
function refusedCorrection(
  { bench }: StageFacts,
  waits: Wait,
  { changes }: Extract<Deed, { kind: "corrected" }>,
): DeedRefusal | undefined {
  const late = changes.find(({ field }) => UNBEGUN_ONLY.includes(field) && bench !== "idle");
  if (late) return { type: "begun", field: late.field };
  const isOver = changes.some(
    ({ field }) => BEFORE_THE_END_ONLY.concat(UNBEGUN_ONLY).includes(field) && waits === "nothing",
  );
  return isOver ? { type: "moved-on", waits } : undefined;
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
