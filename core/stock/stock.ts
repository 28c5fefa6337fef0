import { type Reader, reader } from "../base/ajv.ts";
import { CONDITIONS, type Condition } from "../price/index.ts";
import type { Item } from "../supply/index.ts";

/** A thing on the shop's own shelves, with how many there are. Money in cents. */
export interface StockItem {
  readonly id: string;
  readonly code: string;
  readonly name: string;
  readonly condition: Condition;
  /** Where it lies. */
  readonly place: string;
  readonly price: number;
  /** Fewer than this are too few. */
  readonly least: number;
  /** Of a used or pulled part: where it comes from. */
  readonly story: string;
  readonly count: number;
}

const line = { type: "string", maxLength: 120 };
const needed = { type: "string", pattern: "\\S", maxLength: 120 };
const whole = { type: "integer", minimum: 0, maximum: 10_000 };

export type NewStockItem = Omit<StockItem, "id">;

export const stockSchema = {
  type: "object",
  additionalProperties: false,
  required: ["code", "name", "condition", "place", "price", "least", "story", "count"],
  properties: {
    code: needed,
    name: needed,
    condition: { enum: [...CONDITIONS] },
    place: line,
    price: { type: "integer", minimum: 0, maximum: 100_000_000 },
    least: whole,
    story: { type: "string", maxLength: 500 },
    count: whole,
  },
};

export const readStockItem: Reader<NewStockItem> = reader(stockSchema);

/** How likely a part of a condition is bad, as long as the shop has not counted its own. */
const BAD: Readonly<Record<Condition, number>> = { new: 0.01, used: 0.06, pulled: 0.1 };

/** What lies on the shelf, as a supplier's things: here at once, without carriage. */
export const shelfItems = (stock: readonly StockItem[]): readonly Item[] =>
  stock.map(({ id, code, name, condition, price, count }) => ({
    id,
    code,
    name,
    comesWith: [],
    condition,
    price,
    carriage: 0,
    days: 0,
    late: 0,
    stock: count,
    bad: BAD[condition],
  }));

/** What there are too few of, the emptiest first. */
export const tooFew = (stock: readonly StockItem[]): readonly StockItem[] =>
  stock
    .filter(({ count, least }) => count < least)
    .sort((a, b) => a.count - a.least - (b.count - b.least) || a.name.localeCompare(b.name));
