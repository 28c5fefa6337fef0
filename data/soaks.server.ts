import type { Reading } from "../core/proof/index.ts";
import type { Database } from "./database.server.ts";

export interface Soak {
  readonly id: string;
  readonly ticket: string;
  readonly round: "before" | "after";
  readonly readings: readonly Reading[];
  readonly at: string;
  readonly by: string;
}

/** The soaks of a ticket, oldest first. */
export async function soaksOf(db: Database, ticket: string): Promise<readonly Soak[]> {
  const rows = await db.models.soaks.findAll({ where: { ticket }, order: ["at", "id"], raw: true });
  return rows.map((row) => ({
    ...row,
    round: row.round as Soak["round"],
    readings: JSON.parse(row.readings) as Reading[],
  }));
}

export async function addSoak(db: Database, soak: Soak): Promise<void> {
  await db.models.soaks.upsert({ ...soak, readings: JSON.stringify(soak.readings) });
}
