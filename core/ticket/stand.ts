import { afterTelling } from "../find/index.ts";
import { isElsewhere } from "../people/index.ts";
import type { Quote } from "../quote/index.ts";
import type { Deed, OldWay, Ordered, StoredDeed } from "./deeds.ts";

/** How far an order is. */
export type OrderState = "under-way" | "fits" | "wrong" | "sent-back" | "cancelled";

export interface Order extends Omit<Ordered, "kind"> {
  readonly state: OrderState;
  readonly at: string;
  readonly arrived?: {
    readonly at: string;
    readonly code: string;
    readonly serial: string;
    readonly why: string | undefined;
  };
}

interface Stamped {
  readonly at: string;
  readonly by: string;
}

/** `id` is that of its deed. */
type Payment = Extract<Deed, { kind: "paid" }> & Stamped & { readonly id: string };
export type Called = Extract<Deed, { kind: "called" }> & Stamped;
export type Corrected = Extract<Deed, { kind: "corrected" }> & Stamped;
export type Answered = Extract<Deed, { kind: "answered" }> & Stamped;
export type FoundCause = Extract<Deed, { kind: "found" }> & Stamped;

/** What a ticket's deeds have made of it. */
export interface Stand {
  readonly says: readonly string[];
  readonly found: Readonly<Record<string, string>>;
  readonly refuted: readonly string[];
  /** Why another check than the advised one was made, by check. */
  readonly overruled: Readonly<Record<string, string>>;
  readonly cause: FoundCause | undefined;
  readonly turnedOut: (Extract<Deed, { kind: "turned-out" }> & Stamped) | undefined;
  readonly quotes: readonly (Quote & Stamped & { readonly number: number })[];
  /** The last word of the customer that counts. */
  readonly answer: Answered | undefined;
  readonly answers: readonly Answered[];
  /** The number of the quote that was agreed to, while one is. */
  readonly agreed: number | undefined;
  /** How many quotes there were when it was agreed to: the yes was given knowing them. */
  readonly knownThen: number;
  readonly orders: readonly Order[];
  readonly here: Stamped | undefined;
  readonly worked: Stamped | undefined;
  /** The last answer to each, in the order they were asked first. */
  readonly consents: readonly (Extract<Deed, { kind: "consent" }> & Stamped)[];
  readonly held: (Stamped & { readonly note: string }) | undefined;
  readonly passed: (Stamped & { readonly note: string }) | undefined;
  readonly payments: readonly Payment[];
  /** Payments that were taken back, with why. */
  readonly reversed: readonly (Payment & { readonly why: string })[];
  /** What another shop took before the ticket came from there: history, in that shop's till and not in this one's. */
  readonly paidElsewhere: readonly Payment[];
  readonly collected:
    | (Stamped & {
        readonly to: string;
        readonly old: readonly { readonly part: string; readonly way: OldWay }[];
        readonly release: string | undefined;
      })
    | undefined;
  /** Calls to the customer, oldest first. */
  readonly calls: readonly Called[];
  /** What was put right, and hand-backs that were taken back, in words of who did it. */
  readonly corrections: readonly Corrected[];
  readonly cameBack: readonly (Stamped & { readonly why: string })[];
}

export const NOTHING_DONE: Stand = {
  says: [],
  found: {},
  refuted: [],
  overruled: {},
  cause: undefined,
  turnedOut: undefined,
  quotes: [],
  answer: undefined,
  answers: [],
  agreed: undefined,
  knownThen: 0,
  orders: [],
  here: undefined,
  worked: undefined,
  consents: [],
  held: undefined,
  passed: undefined,
  payments: [],
  reversed: [],
  paidElsewhere: [],
  collected: undefined,
  calls: [],
  corrections: [],
  cameBack: [],
};

/** What a ticket's deeds, oldest first, come to. */
export const standOf = (deeds: readonly StoredDeed[]): Stand =>
  deeds.reduce(afterDeed, NOTHING_DONE);

/** A ticket after one deed more. */
export function afterDeed(stand: Stand, { id, deed, at, by }: StoredDeed): Stand {
  const stamp = { at, by };
  switch (deed.kind) {
    case "says":
    case "unchecked":
    case "refuted":
      return afterTelling(stand, deed);
    case "checked": {
      const overruled =
        deed.why === undefined ? stand.overruled : { ...stand.overruled, [deed.check]: deed.why };
      return afterTelling({ ...stand, overruled }, deed);
    }
    case "found":
      return { ...stand, cause: { ...deed, ...stamp } };
    case "turned-out":
      return { ...stand, turnedOut: { ...deed, ...stamp } };
    case "quoted": {
      const number = stand.quotes.length + 1;
      return { ...stand, quotes: [...stand.quotes, { ...deed.quote, ...stamp, number }] };
    }
    case "answered":
      return answered(stand, { ...deed, ...stamp });
    case "ordered": {
      const { kind: _, ...order } = deed;
      return { ...stand, orders: [...stand.orders, { ...order, at, state: "under-way" }] };
    }
    case "delayed":
      return withOrder(stand, deed.order, { due: deed.due, late: deed.late });
    case "arrived": {
      const arrived = { at, code: deed.code, serial: deed.serial, why: deed.why };
      const state = deed.fits || deed.why !== undefined ? "fits" : "wrong";
      return withOrder(unheld(stand), deed.order, { state, arrived });
    }
    case "sent-back":
      return withOrder(stand, deed.order, { state: "sent-back" });
    case "cancelled":
      return withOrder(stand, deed.order, { state: "cancelled" });
    case "here":
      return { ...unheld(stand), here: stamp };
    case "worked":
      return { ...stand, worked: stamp };
    case "consent": {
      const said = { ...deed, ...stamp };
      const wasAsked = stand.consents.some(({ about }) => about === deed.about);
      const consents = wasAsked
        ? stand.consents.map((one) => (one.about === deed.about ? said : one))
        : [...stand.consents, said];
      return { ...stand, consents };
    }
    case "held":
      return { ...stand, held: { ...stamp, note: deed.note } };
    case "passed":
      return { ...stand, passed: { ...stamp, note: deed.note } };
    case "reopened":
      return { ...stand, passed: undefined };
    case "paid":
      return isElsewhere({ id: by })
        ? { ...stand, paidElsewhere: [...stand.paidElsewhere, { ...deed, ...stamp, id }] }
        : { ...stand, payments: [...stand.payments, { ...deed, ...stamp, id }] };
    case "reversed": {
      const { why } = deed;
      const back = stand.payments.filter((one) => one.id === deed.payment);
      return {
        ...stand,
        payments: stand.payments.filter((one) => !back.includes(one)),
        reversed: [...stand.reversed, ...back.map((one) => ({ ...one, why }))],
      };
    }
    case "collected": {
      const { to, old, release } = deed;
      return { ...stand, collected: { ...stamp, to, old, release } };
    }
    case "not-collected":
      return {
        ...stand,
        collected: undefined,
        cameBack: [...stand.cameBack, { ...stamp, why: deed.why }],
      };
    case "not-arrived":
      return {
        ...stand,
        orders: stand.orders.map((order) => {
          if (order.order !== deed.order) return order;
          const { arrived: _, ...underWay } = order;
          return { ...underWay, state: "under-way" };
        }),
      };
    case "called":
      return { ...stand, calls: [...stand.calls, { ...deed, ...stamp }] };
    case "corrected":
      return { ...stand, corrections: [...stand.corrections, { ...deed, ...stamp }] };
  }
}

/** A yes stands for the quote it was given for; a no or a "not yet" ends what was agreed. */
function answered(stand: Stand, answer: Answered): Stand {
  const agreed = answer.answer === "yes" ? answer.quote : undefined;
  const answers = [...stand.answers, answer];
  return { ...unheld(stand), answer, answers, agreed, knownThen: stand.quotes.length };
}

const unheld = (stand: Stand): Stand => ({ ...stand, held: undefined });

const withOrder = (stand: Stand, id: string, change: Partial<Order>): Stand => ({
  ...stand,
  orders: stand.orders.map((order) => (order.order === id ? { ...order, ...change } : order)),
});

/** Parts that are here and fit: by order, or all of them. */
export const partsHere = ({ orders }: Stand): ReadonlySet<string> =>
  new Set(orders.flatMap(({ state, offer }) => (state === "fits" ? offer.brings : [])));

/** What was paid here so far. Cents. */
export const paidSoFar = ({ payments }: Stand): number =>
  payments.reduce((sum, { cents }) => sum + cents, 0);
