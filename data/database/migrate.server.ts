import type { Sequelize, Transaction } from "sequelize";
import { Umzug } from "umzug";
import { dialectOf, runIn, selectIn } from "./database.server.ts";
import { saidOfForm } from "./dialect.server.ts";
import { migrations } from "./migrations/index.ts";
import type { Migration } from "./migrations/migration.ts";

/** Thrown where a data folder was written by a newer version of the program than this one. */
export class DatabaseTooNew extends Error {
  constructor(names: readonly string[]) {
    super(
      `This data folder was written by a newer version of the program (${names.join(", ")}). ` +
        "Nothing was changed. Start that version, or restore a back-up made by this one.",
    );
  }
}

export const META =
  "CREATE TABLE IF NOT EXISTS SequelizeMeta (name VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)";

/**
 * Brings a database to this version's form; each step is one transaction, its record included. `within`: all of them
 * are in this one.
 */
export async function migrate(sequelize: Sequelize, within?: Transaction): Promise<void> {
  await runIn(sequelize, META, {}, within);
  const known = new Set(migrations.map(({ name }) => name));
  const strange = (await executed(sequelize, within)).filter((name) => !known.has(name));
  if (strange.length > 0) throw new DatabaseTooNew(strange);
  await migrator(sequelize, within).up();
}

/** Takes back the migrations after one, the last first; for tests, and for going back to an older version. */
export async function migrateDownTo(sequelize: Sequelize, name: string): Promise<void> {
  const at = migrations.findIndex((migration) => migration.name === name);
  const next = migrations[at + 1];
  if (next) await migrator(sequelize).down({ to: next.name });
}

async function executed(sequelize: Sequelize, within?: Transaction): Promise<string[]> {
  const rows = await selectIn<{ name: string }>(
    sequelize,
    "SELECT name FROM SequelizeMeta ORDER BY name",
    {},
    within,
  );
  return rows.map(({ name }) => name);
}

const migrator = (sequelize: Sequelize, within?: Transaction) =>
  new Umzug({
    migrations: migrations.map((migration) => ({
      name: migration.name,
      up: () => run(sequelize, migration, "up", within),
      down: () => run(sequelize, migration, "down", within),
    })),
    context: sequelize,
    storage: {
      executed: () => executed(sequelize, within),
      // The record is written in the migration's own transaction.
      logMigration: () => Promise.resolve(),
      unlogMigration: () => Promise.resolve(),
    },
    logger: undefined,
  });

async function run(
  sequelize: Sequelize,
  migration: Migration,
  way: "up" | "down",
  within: Transaction | undefined,
): Promise<void> {
  const all = async (transaction: Transaction): Promise<void> => {
    for (const sql of migration[way]) {
      await sequelize.query(saidOfForm(sql, dialectOf(sequelize)), { transaction });
    }
    await runIn(sequelize, RECORD[way], { name: migration.name }, transaction);
  };
  await (within ? all(within) : sequelize.transaction(all));
}

const RECORD = {
  up: "INSERT INTO SequelizeMeta (name) VALUES ($name)",
  down: "DELETE FROM SequelizeMeta WHERE name = $name",
} as const;
