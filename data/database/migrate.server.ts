import { QueryTypes, type Sequelize } from "sequelize";
import { Umzug } from "umzug";
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

/** Brings a database to this version's form; each step is one transaction, its record included. */
export async function migrate(sequelize: Sequelize): Promise<void> {
  await sequelize.query(
    "CREATE TABLE IF NOT EXISTS SequelizeMeta (name VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)",
  );
  const known = new Set(migrations.map(({ name }) => name));
  const strange = (await executed(sequelize)).filter((name) => !known.has(name));
  if (strange.length > 0) throw new DatabaseTooNew(strange);
  await migrator(sequelize).up();
}

/** Takes back the migrations after one, the last first; for tests, and for going back to an older version. */
export async function migrateDownTo(sequelize: Sequelize, name: string): Promise<void> {
  const at = migrations.findIndex((migration) => migration.name === name);
  const next = migrations[at + 1];
  if (next) await migrator(sequelize).down({ to: next.name });
}

async function executed(sequelize: Sequelize): Promise<string[]> {
  const rows = await sequelize.query<{ name: string }>(
    "SELECT name FROM SequelizeMeta ORDER BY name",
    { type: QueryTypes.SELECT },
  );
  return rows.map(({ name }) => name);
}

const migrator = (sequelize: Sequelize) =>
  new Umzug({
    migrations: migrations.map((migration) => ({
      name: migration.name,
      up: () => run(sequelize, migration, "up"),
      down: () => run(sequelize, migration, "down"),
    })),
    context: sequelize,
    storage: {
      executed: () => executed(sequelize),
      // The record is written in the migration's own transaction.
      logMigration: () => Promise.resolve(),
      unlogMigration: () => Promise.resolve(),
    },
    logger: undefined,
  });

async function run(sequelize: Sequelize, migration: Migration, way: "up" | "down"): Promise<void> {
  await sequelize.transaction(async (transaction) => {
    for (const sql of migration[way]) await sequelize.query(sql, { transaction });
    const record =
      way === "up"
        ? "INSERT INTO SequelizeMeta (name) VALUES ($name)"
        : "DELETE FROM SequelizeMeta WHERE name = $name";
    await sequelize.query(record, { bind: { name: migration.name }, transaction });
  });
}
