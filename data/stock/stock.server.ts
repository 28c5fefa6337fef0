import type { Transaction } from "sequelize";
import type { Condition } from "../../core/price/index.ts";
import type { StockItem } from "../../core/stock/index.ts";
import type { Database } from "../database/database.server.ts";
import type { StockMoveRow, StockRow } from "../database/rows.server.ts";

const itemOf = (row: StockRow): StockItem => ({ ...row, condition: row.condition as Condition });

/** Everything on the shelves, by name. */
export async function allStock(db: Database): Promise<readonly StockItem[]> {
  const rows = await db.tables.stock.findAll({ order: ["name", "code", "id"], raw: true });
  return rows.map(itemOf);
}

/** What lies there under one of these codes. */
export async function stockOfCodes(
  db: Database,
  codes: readonly string[],
): Promise<readonly StockItem[]> {
  const rows = await db.tables.stock.findAll({
    where: { code: [...codes] },
    order: ["id"],
    raw: true,
  });
  return rows.map(itemOf);
}

export async function stockItem(
  db: Database,
  id: string,
  transaction: Transaction,
): Promise<StockItem | undefined> {
  const row = await db.tables.stock.findByPk(id, { raw: true, transaction });
  return row ? itemOf(row) : undefined;
}

export async function addStock(
  db: Database,
  item: StockItem,
  transaction: Transaction,
): Promise<void> {
  await db.tables.stock.create({ ...item }, { transaction });
}

/** More or fewer of a thing, and the record of it. */
export async function moveStock(
  db: Database,
  move: Omit<StockMoveRow, "id">,
  transaction: Transaction,
): Promise<void> {
  const { change, item } = move;
  await db.run(
    "UPDATE stock SET count = count + $change WHERE id = $item",
    { change, item },
    transaction,
  );
  await db.tables.stockMoves.create({ ...move }, { transaction });
}

export async function movesOfStock(
  db: Database,
  most: number,
): Promise<readonly (StockMoveRow & { readonly name: string })[]> {
  return db.select(
    `SELECT stock_moves.*, stock.name FROM stock_moves JOIN stock ON stock.id = stock_moves.item
       ORDER BY stock_moves.id DESC LIMIT $most`,
    { most },
  );
}
