import { reader } from "../../core/base/ajv.ts";
import type { Plan } from "../../core/plan/index.ts";
import type { Database } from "../database/database.server.ts";
import { readColumn } from "../database/json.server.ts";

const list = { type: "array" };
const readPlan = reader<Plan>({
  type: "object",
  required: ["work", "bound", "proven", "handling", "down", "up", "gates", "transfers", "dropped"],
  properties: { down: list, up: list, gates: list, transfers: list, dropped: list },
});

/** The plan that was kept under a key. */
export async function keptPlan(db: Database, key: string): Promise<Plan | undefined> {
  const row = await db.tables.plans.findByPk(key, { raw: true });
  return row ? readColumn(readPlan, row.body, "a kept plan") : undefined;
}

export async function keepPlan(db: Database, key: string, plan: Plan): Promise<void> {
  const body = JSON.stringify(plan);
  await db.write((transaction) => db.tables.plans.upsert({ key, body }, { transaction }));
}
