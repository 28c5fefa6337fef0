import { type Reader, reader } from "../base/ajv.ts";
import { type Guide, isPermanent } from "../guide/index.ts";
import { type Offer, thingSchema } from "../price/index.ts";
import { compareCodes } from "../swap/index.ts";

/** A thing that a supplier has, under the maker's code, with the codes of all that comes with it. Money in cents. */
export interface Item extends Omit<Offer, "supplier" | "brings"> {
  readonly code: string;
  readonly comesWith: readonly string[];
}

/** An offer as the shop found it: whose it is, its thing's own name there, and the code that it comes under. */
export interface FoundOffer extends Offer {
  readonly source: "supplier" | "shelf" | "hand";
  readonly item: string;
  readonly code: string;
}

const text = { type: "string", minLength: 1, maxLength: 120 };
const days = { type: "integer", minimum: 0, maximum: 400 };
const properties = {
  ...thingSchema,
  code: text,
  comesWith: { type: "array", items: text, maxItems: 50 },
};

/** What a supplier answers with when it is asked for codes. */
export const readItems: Reader<{ readonly items: readonly Item[] }> = reader({
  type: "object",
  required: ["items"],
  properties: {
    items: {
      type: "array",
      maxItems: 5000,
      items: { type: "object", required: Object.keys(properties), properties },
    },
  },
});

/** Why a supplier did not answer as it should. */
export type SupplierTrouble =
  | { readonly type: "no-supplier" }
  | { readonly type: "away" }
  | { readonly type: "slow" }
  | { readonly type: "sold-out" }
  | { readonly type: "odd-answer" };

/** How an order stands at its supplier. */
export interface OrderReply {
  readonly order: string;
  /** Days from today until it is here: likeliest and late. */
  readonly days: number;
  readonly late: number;
}

export const readOrderReply: Reader<OrderReply> = reader({
  type: "object",
  required: ["order", "days", "late"],
  properties: { order: text, days, late: days },
});

/** All codes that a machine's parts come under. */
export const codesOf = ({ parts }: Guide): readonly string[] => [
  ...new Set(Object.values(parts).flatMap(({ codes = [] }) => codes)),
];

/**
 * What a supplier's things are for a machine: each is an offer for every part that comes under its code, and brings what
 * comes with it. A code of several parts (two memory modules) is an offer for each of them.
 */
export function offersFrom(
  guide: Guide,
  { supplier, source }: Pick<FoundOffer, "supplier" | "source">,
  items: readonly Item[],
): readonly FoundOffer[] {
  const partsUnder = (code: string): readonly string[] =>
    Object.keys(guide.parts).filter((id) =>
      (guide.parts[id]!.codes ?? []).some((known) => compareCodes(known, code) === "same"),
    );
  return items.flatMap(({ code, comesWith, id, ...item }) => {
    const parts = partsUnder(code);
    const beside = comesWith.flatMap(partsUnder);
    return parts.map((part) => ({
      ...item,
      id: parts.length === 1 ? id : `${id}:${part}`,
      item: id,
      code,
      supplier,
      source,
      brings: [...new Set([part, ...beside])],
    }));
  });
}

/** The parts that are riveted, welded or glued to one for good, itself among them: they come out, and are ordered, as one. */
export function unitOf({ joints }: Pick<Guide, "joints">, part: string): readonly string[] {
  const unit = new Set([part]);
  for (const id of unit) {
    for (const joint of Object.values(joints)) {
      if (!isPermanent(joint) || !joint.joins.includes(id)) continue;
      for (const other of joint.joins) unit.add(other);
    }
  }
  return [...unit];
}

/**
 * The part under which the smallest thing that can be ordered is sold: the part itself, or the largest of those it is
 * joined to for good. A riveted keyboard → its palm rest.
 */
export function orderedAs(guide: Pick<Guide, "parts" | "joints">, part: string): string {
  const area = (id: string): number => {
    const shape = guide.parts[id]?.shape;
    return shape ? shape.w * shape.h : 0;
  };
  return unitOf(guide, part).reduce((most, id) => (area(id) > area(most) ? id : most), part);
}
