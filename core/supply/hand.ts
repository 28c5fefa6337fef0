import type { Guide } from "../guide/index.ts";
import type { FoundOffer } from "./items.ts";

/** An offer that somebody typed: another source, asked by telephone. Cents, days. */
export interface HandOffer {
  readonly name: string;
  readonly part: string;
  readonly price: number;
  readonly days: number;
}

/** What is not asked on the telephone is taken for usual: twice the days at the latest, one in twenty bad. */
const LATE = 2;
const BAD = 0.05;

/** A typed offer as any other one; undefined: the guide has no such part. */
export function handOffer({ parts }: Guide, hand: HandOffer): FoundOffer | undefined {
  const part = parts[hand.part];
  if (!part) return undefined;
  const { name: supplier, price, days } = hand;
  const id = `hand:${hand.part}:${price}`;
  return {
    id,
    source: "hand",
    item: id,
    code: part.codes?.[0] ?? "",
    supplier,
    name: part.name,
    brings: [hand.part],
    condition: "new",
    price,
    carriage: 0,
    days,
    late: days * LATE,
    stock: 1,
    bad: BAD,
  };
}
