import { QueryTypes, type Sequelize } from "sequelize";
import { DataTrouble } from "./trouble.server.ts";

/**
 * Reads a database file through before anybody works in it. Throws `DataTrouble` where its pages do not hold together,
 * with which tables can be read to their end, and which cannot.
 */
export async function checkPages(sequelize: Sequelize, folder: string): Promise<void> {
  const rows = await sequelize.query<Record<string, unknown>>("PRAGMA quick_check(1)", {
    type: QueryTypes.SELECT,
  });
  if (String(Object.values(rows[0] ?? {})[0]) === "ok") return;
  const tables = await sequelize.query<{ name: string }>(
    "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name",
    { type: QueryTypes.SELECT },
  );
  const whole: string[] = [];
  const not: string[] = [];
  for (const { name } of tables) {
    const isWhole = await sequelize
      .query(`SELECT COUNT(*) FROM (SELECT * FROM "${name}" NOT INDEXED)`)
      .then(() => true)
      .catch(() => false);
    (isWhole ? whole : not).push(name);
  }
  const damaged = not.length > 0 ? `Not to be read: ${not.join(", ")}.` : "An index is damaged.";
  throw new DataTrouble(
    "damaged",
    folder,
    `${damaged} Whole: ${whole.join(", ")}. Nothing was changed: copy the folder aside before you restore.`,
  );
}
