import { reader, type Reader } from "../base/ajv.ts";

export const CONDITIONS = ["new", "used", "pulled"] as const;
export type Condition = (typeof CONDITIONS)[number];

/** What a supplier (or the shop's own shelf) has: a part or an assembly, and all parts that come with it. Money in cents. */
export interface Offer {
  readonly id: string;
  readonly supplier: string;
  readonly name: string;
  /** Parts of the guide that are new with it, the one it is called by among them. */
  readonly brings: readonly string[];
  readonly condition: Condition;
  readonly price: number;
  readonly carriage: number;
  /** Days until it is here: likeliest and late. */
  readonly days: number;
  readonly late: number;
  readonly stock: number;
  /** How likely it is bad when it comes. */
  readonly bad: number;
}

/** What the shop reckons with. Money in cents, rates as shares. */
export interface Rates {
  /** For an hour of labour. */
  readonly hour: number;
  readonly tax: number;
}

const id = { type: "string", minLength: 1, maxLength: 120 };
const cents = { type: "integer", minimum: 0, maximum: 100_000_000 };
const days = { type: "integer", minimum: 0, maximum: 400 };
/** What is the same of a thing wherever it is offered. */
export const thingSchema = {
  id,
  name: id,
  condition: { enum: [...CONDITIONS] },
  price: cents,
  carriage: cents,
  days,
  late: days,
  stock: { type: "integer", minimum: 0, maximum: 100_000 },
  bad: { type: "number", minimum: 0, maximum: 0.95 },
};

const properties = {
  ...thingSchema,
  supplier: id,
  brings: { type: "array", items: id, minItems: 1, maxItems: 200, uniqueItems: true },
};

/** One offer. */
export const offerSchema = {
  type: "object",
  required: Object.keys(properties),
  additionalProperties: false,
  properties,
};

/** JSON Schema 2020-12 of what a supplier answers with. */
export const offersSchema = {
  type: "object",
  required: ["format", "version", "offers"],
  additionalProperties: false,
  properties: {
    format: { const: "brisk-bench-offers" },
    version: { const: 1 },
    offers: { type: "array", maxItems: 5000, items: offerSchema },
  },
};

export const readOffers: Reader<{ readonly offers: readonly Offer[] }> = reader(offersSchema);
