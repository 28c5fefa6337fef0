import type { Transaction } from "sequelize";
import { readReadings, type Run } from "../../core/soak/index.ts";
import type { Database } from "../database/database.server.ts";
import { readColumn } from "../database/json.server.ts";
import type { SoakRow } from "../database/tables.server.ts";

export interface Soak extends Run {
  readonly id: string;
  readonly ticket: number;
  readonly at: string;
  readonly by: string;
}

/** The soaks of a ticket, oldest first. */
export async function soaksOf(db: Database, ticket: number): Promise<readonly Soak[]> {
  const rows = await db.tables.soaks.findAll({ where: { ticket }, order: ["at", "id"], raw: true });
  return rows.map(soakOf);
}

const soakOf = (row: SoakRow): Soak => ({
  ...row,
  round: row.round as Soak["round"],
  readings: readColumn(readReadings, row.readings, `soak ${row.id}`),
});

export async function soakById(
  db: Database,
  id: string,
  transaction: Transaction,
): Promise<Soak | undefined> {
  const row = await db.tables.soaks.findByPk(id, { raw: true, transaction });
  return row ? soakOf(row) : undefined;
}

export async function addSoak(db: Database, soak: Soak, transaction: Transaction): Promise<void> {
  await db.tables.soaks.create(
    { ...soak, readings: JSON.stringify(soak.readings) },
    { transaction },
  );
}
