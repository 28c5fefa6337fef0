import { fail, ok, type Result } from "../../core/base/result.ts";
import type { NewStockItem, StockItem } from "../../core/stock/index.ts";
import { noteSent, wasSent, type Database } from "../../data/database/index.server.ts";
import {
  addStock,
  allStock,
  moveStock,
  movesOfStock,
  stockItem,
} from "../../data/stock/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";

export interface Shelves {
  readonly items: readonly StockItem[];
  /** The last moves, the newest first. */
  readonly moves: Awaited<ReturnType<typeof movesOfStock>>;
}

const MOST_MOVES = 50;

export async function shelves(db: Database): Promise<Shelves> {
  const [items, moves] = await Promise.all([allStock(db), movesOfStock(db, MOST_MOVES)]);
  return { items, moves };
}

/** Puts a new thing on the shelves; sent again, by the form's id, it is there once. */
export async function shelve(act: Act, item: NewStockItem, sent = act.newId()): Promise<void> {
  allow(act, "stock");
  const id = act.newId();
  const { count, ...facts } = item;
  await act.db.write(async (transaction) => {
    if (await wasSent(act.db, sent, transaction)) return;
    await noteSent(act.db, sent, act.now().getTime(), transaction);
    await addStock(act.db, { ...facts, id, count: 0 }, transaction);
    if (count === 0) return;
    const move = { item: id, change: count, ticket: null, why: item.story, ...stampOf(act) };
    await moveStock(act.db, move, transaction);
  });
}

export type StockError =
  | { readonly type: "stock-unknown" }
  /** There are not so many. */
  | { readonly type: "too-few"; readonly count: number };

/** So many more, or fewer: counted anew, bought, thrown away. Sent again, by the form's id, it counts once. */
export async function restock(
  act: Act,
  id: string,
  change: number,
  why: string,
  sent = act.newId(),
): Promise<Result<true, StockError>> {
  allow(act, "stock");
  return act.db.write(async (transaction) => {
    const item = await stockItem(act.db, id, transaction);
    if (!item) return fail({ type: "stock-unknown" });
    if (await wasSent(act.db, sent, transaction)) return ok(true);
    if (item.count + change < 0) return fail({ type: "too-few", count: item.count });
    await noteSent(act.db, sent, act.now().getTime(), transaction);
    if (change !== 0) {
      const move = { item: id, change, ticket: null, why, ...stampOf(act) };
      await moveStock(act.db, move, transaction);
    }
    return ok(true);
  });
}
