import { type Reader, reader } from "../base/ajv.ts";
import { offerSchema } from "../price/index.ts";
import type { FoundOffer } from "../supply/index.ts";
import type { Telling } from "../find/index.ts";
import { type Quote, quoteSchema } from "../quote/index.ts";

/** What an answer came by. */
export const WAYS_OF_ANSWER = ["counter", "phone", "message"] as const;
export type WayOfAnswer = (typeof WAYS_OF_ANSWER)[number];

/** What was noted of a ticket at the counter and can be put right later. */
export const CORRECTABLE = [
  "customer",
  "phone",
  "fault",
  "code",
  "serial",
  "condition",
  "promised",
  "work",
] as const;
export type Correctable = (typeof CORRECTABLE)[number];

/** One thing that was put right: what stood there, and what stands there now. */
export interface Correction {
  readonly field: Correctable;
  readonly was: string;
  readonly is: string;
}

export const WAYS_OF_PAYING = ["cash", "card", "transfer"] as const;
export type WayOfPaying = (typeof WAYS_OF_PAYING)[number];

/** What a customer agrees to, or not. */
export const CONSENTS = ["seal", "risk", "data"] as const;
export type Consent = (typeof CONSENTS)[number];

/** What a customer is called about. */
export const CALLS_ABOUT = ["ready", "day", "held", "quote", "consent"] as const;
export type CallAbout = (typeof CALLS_ABOUT)[number];

/** What came of a call. */
export const CALL_OUTCOMES = ["reached", "left-word", "no-answer"] as const;
export type CallOutcome = (typeof CALL_OUTCOMES)[number];

/** What becomes of parts that came out. Lithium goes a way of its own, whatever the customer wants. */
export const OLD_WAYS = ["returned", "recycled", "kept-as-spare", "lithium-box"] as const;
export type OldWay = (typeof OLD_WAYS)[number];

/** What was ordered for a ticket. Money in cents; days are ISO days of the shop. */
export interface Ordered {
  readonly kind: "ordered";
  /** The order's name at its supplier, or the shelf's. */
  readonly order: string;
  readonly offer: FoundOffer;
  readonly due: string;
  readonly late: string;
}

/**
 * One thing that somebody did about a ticket away from the bench. All that a ticket is, is what its deeds and its
 * bench make of it: none is ever changed or taken away.
 */
export type Deed =
  | Telling
  /** What is taken for the fault; none: none of the list, in words. */
  | {
      readonly kind: "found";
      readonly cause?: string;
      readonly parts: readonly string[];
      readonly note: string;
    }
  /** What it was, once it was mended. */
  | { readonly kind: "turned-out"; readonly cause: string; readonly was: boolean }
  | { readonly kind: "quoted"; readonly quote: Quote }
  /** The customer's word on a quote, or without one. */
  | {
      readonly kind: "answered";
      readonly answer: "yes" | "no" | "later";
      readonly quote?: number;
      readonly way?: WayOfAnswer;
      readonly note: string;
    }
  | Ordered
  /** The supplier names another day. */
  | {
      readonly kind: "delayed";
      readonly order: string;
      readonly due: string;
      readonly late: string;
    }
  /** It is here, with the code on it, and whether that fits; `why` where another code goes in all the same. */
  | {
      readonly kind: "arrived";
      readonly order: string;
      readonly code: string;
      readonly serial: string;
      readonly fits: boolean;
      readonly why?: string;
    }
  | { readonly kind: "sent-back"; readonly order: string; readonly why: string }
  | { readonly kind: "cancelled"; readonly order: string; readonly why: string }
  /** All parts are here, however they came. */
  | { readonly kind: "here"; readonly note: string }
  /** Work that has no step on the map is done. */
  | { readonly kind: "worked"; readonly note: string }
  | {
      readonly kind: "consent";
      readonly about: Consent;
      readonly words: string;
      readonly given: "yes" | "no" | "open";
    }
  /** The bench put the job down for a reason that others have to settle. */
  | { readonly kind: "held"; readonly note: string }
  /** Tests and soak passed, or what is said in their place. */
  | { readonly kind: "passed"; readonly note: string }
  /** It went back to the bench after it was shut. */
  | { readonly kind: "reopened"; readonly note: string }
  | { readonly kind: "paid"; readonly cents: number; readonly way: WayOfPaying }
  /** A payment that was none, by the id of its deed: the money goes back, or never came. */
  | { readonly kind: "reversed"; readonly payment: string; readonly why: string }
  | {
      readonly kind: "collected";
      readonly to: string;
      readonly old: readonly { readonly part: string; readonly way: OldWay }[];
      /** Why it goes out with something open. */
      readonly release?: string;
    }
  /** It was not handed back after all, or came back at once. */
  | { readonly kind: "not-collected"; readonly why: string }
  /** What was checked in on an order was something else. */
  | { readonly kind: "not-arrived"; readonly order: string; readonly why: string }
  /** The customer was called. */
  | {
      readonly kind: "called";
      readonly about: CallAbout;
      readonly outcome: CallOutcome;
      readonly note: string;
    }
  /** What was noted wrong at the counter; `told`: how the customer heard of another day. */
  | {
      readonly kind: "corrected";
      readonly changes: readonly Correction[];
      readonly why: string;
      readonly told?: WayOfAnswer;
    };

/** A deed as it stands in the record of its ticket. */
export interface StoredDeed {
  readonly id: string;
  readonly at: string;
  /** A person's id. */
  readonly by: string;
  readonly deed: Deed;
}

const id = { type: "string", minLength: 1, maxLength: 120 };
const words = { type: "string", maxLength: 1000 };
const needed = { type: "string", pattern: "\\S", maxLength: 1000 };
const line = { type: "string", maxLength: 200 };
const day = { type: "string", format: "day" };
const ids = { type: "array", items: id, maxItems: 200, uniqueItems: true };

const deed = (kind: string, properties: object, optional: readonly string[] = []) => ({
  type: "object",
  required: ["kind", ...Object.keys(properties).filter((name) => !optional.includes(name))],
  properties: { kind: { const: kind }, ...properties },
  additionalProperties: false,
});

const found = {
  source: { enum: ["supplier", "shelf", "hand"] },
  item: line,
  code: line,
};
const offer = {
  ...offerSchema,
  required: [...offerSchema.required, ...Object.keys(found)],
  properties: { ...offerSchema.properties, ...found },
};

/** The schema of each kind of deed, version 1. */
export const DEEDS: Readonly<Record<Deed["kind"], object>> = {
  says: deed("says", { says: ids }),
  checked: deed("checked", { check: id, outcome: id, why: words }, ["why"]),
  unchecked: deed("unchecked", { check: id }),
  refuted: deed("refuted", { cause: id, back: { const: true } }, ["back"]),
  found: deed("found", { cause: id, parts: ids, note: words }, ["cause"]),
  "turned-out": deed("turned-out", { cause: id, was: { type: "boolean" } }),
  quoted: deed("quoted", { quote: quoteSchema }),
  answered: deed(
    "answered",
    {
      answer: { enum: ["yes", "no", "later"] },
      quote: { type: "integer", minimum: 1 },
      way: { enum: [...WAYS_OF_ANSWER] },
      note: words,
    },
    ["quote", "way"],
  ),
  ordered: deed("ordered", { order: id, offer, due: day, late: day }),
  delayed: deed("delayed", { order: id, due: day, late: day }),
  arrived: deed(
    "arrived",
    { order: id, code: line, serial: line, fits: { type: "boolean" }, why: words },
    ["why"],
  ),
  "sent-back": deed("sent-back", { order: id, why: needed }),
  cancelled: deed("cancelled", { order: id, why: words }),
  here: deed("here", { note: words }),
  worked: deed("worked", { note: words }),
  consent: deed("consent", {
    about: { enum: [...CONSENTS] },
    words: needed,
    given: { enum: ["yes", "no", "open"] },
  }),
  held: deed("held", { note: words }),
  passed: deed("passed", { note: words }),
  reopened: deed("reopened", { note: words }),
  paid: deed("paid", {
    cents: { type: "integer", minimum: 1, maximum: 100_000_000 },
    way: { enum: [...WAYS_OF_PAYING] },
  }),
  reversed: deed("reversed", { payment: id, why: needed }),
  collected: deed(
    "collected",
    {
      to: needed,
      old: {
        type: "array",
        maxItems: 200,
        items: {
          type: "object",
          required: ["part", "way"],
          properties: { part: id, way: { enum: [...OLD_WAYS] } },
          additionalProperties: false,
        },
      },
      release: needed,
    },
    ["release"],
  ),
  "not-collected": deed("not-collected", { why: needed }),
  "not-arrived": deed("not-arrived", { order: id, why: needed }),
  called: deed("called", {
    about: { enum: [...CALLS_ABOUT] },
    outcome: { enum: [...CALL_OUTCOMES] },
    note: words,
  }),
  corrected: deed(
    "corrected",
    {
      changes: {
        type: "array",
        minItems: 1,
        maxItems: CORRECTABLE.length,
        items: {
          type: "object",
          required: ["field", "was", "is"],
          properties: {
            field: { enum: [...CORRECTABLE] },
            was: { type: "string", maxLength: 2000 },
            is: { type: "string", maxLength: 2000 },
          },
          additionalProperties: false,
        },
      },
      why: words,
      told: { enum: [...WAYS_OF_ANSWER] },
    },
    ["told"],
  ),
};

const any = (kinds: readonly Deed["kind"][]): object => ({
  type: "object",
  required: ["kind"],
  discriminator: { propertyName: "kind" },
  oneOf: kinds.map((kind) => DEEDS[kind]),
});

/** Any deed as it was stored. */
export const readDeed: Reader<Deed> = reader(any(Object.keys(DEEDS) as Deed["kind"][]));

/** Deeds that a screen sends as they are: those that need nothing looked up or reckoned by the shop. */
export type PlainDeed = Extract<
  Deed,
  {
    kind:
      | "says"
      | "checked"
      | "unchecked"
      | "refuted"
      | "turned-out"
      | "answered"
      | "sent-back"
      | "cancelled"
      | "here"
      | "worked"
      | "consent"
      | "paid"
      | "reversed"
      | "collected"
      | "not-collected"
      | "not-arrived"
      | "called";
  }
>;

export const readPlainDeed: Reader<PlainDeed> = reader(
  any([
    "says",
    "checked",
    "unchecked",
    "refuted",
    "turned-out",
    "answered",
    "sent-back",
    "cancelled",
    "here",
    "worked",
    "consent",
    "paid",
    "reversed",
    "collected",
    "not-collected",
    "not-arrived",
    "called",
  ]),
);
