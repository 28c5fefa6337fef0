import type { Transaction } from "sequelize";
import type { Database } from "./database.server.ts";

/** What a shop sets: its time zone (IANA), which form of the projections is in the tables, what it reckons by. */
export type Setting =
  | "zone"
  | "projections"
  | "rates"
  | "supplier"
  | "secret"
  | "idle"
  | "demo-pins"
  | "backup"
  | "id"
  | "hours"
  | "pins"
  | "calendar"
  | "pack-key"
  | "about"
  | "set-up";

export async function setting(
  db: Database,
  key: Setting,
  transaction?: Transaction,
): Promise<string | undefined> {
  const found = await db.tables.settings.findByPk(key, {
    raw: true,
    transaction: transaction ?? null,
  });
  return found?.value;
}

export async function keepSetting(
  db: Database,
  key: Setting,
  value: string,
  transaction: Transaction,
): Promise<void> {
  await db.tables.settings.upsert({ key, value }, { transaction });
}
