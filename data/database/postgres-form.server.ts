import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Sequelize, Transaction } from "sequelize";
import { connect } from "./connections.server.ts";
import { runIn, selectIn } from "./database.server.ts";
import { inOrder, POSTGRES_GROUND, saidOfForm } from "./dialect.server.ts";
import { META, migrate } from "./migrate.server.ts";

let made: Promise<Form> | undefined;

/** The form of a database: what makes it, and the names of the migrations that lead to it. */
interface Form {
  readonly statements: readonly string[];
  readonly names: readonly string[];
}

/**
 * Brings a database in PostgreSQL to this version's form. An empty one gets at once what the migrations make of an empty
 * file: those before it had SQLite alone to speak to. Later ones are run one by one, as there.
 */
export async function formPostgres(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await runIn(sequelize, META, {}, transaction);
  const [first] = await selectIn(
    sequelize,
    "SELECT name FROM SequelizeMeta LIMIT 1",
    {},
    transaction,
  );
  if (!first) {
    const { statements, names } = await (made ??= formOfFile());
    for (const sql of [...POSTGRES_GROUND, ...statements]) {
      await sequelize.query(sql, { transaction });
    }
    for (const name of names) {
      await runIn(
        sequelize,
        "INSERT INTO SequelizeMeta (name) VALUES ($name)",
        { name },
        transaction,
      );
    }
  }
  await migrate(sequelize, transaction);
}

/** The form that the migrations give an empty file, in PostgreSQL's words. */
async function formOfFile(): Promise<Form> {
  const folder = mkdtempSync(path.join(tmpdir(), "bench-form-"));
  const file = connect(path.join(folder, "bench.sqlite"));
  try {
    await migrate(file);
    const rows = await selectIn<{ sql: string }>(
      file,
      `SELECT sql FROM sqlite_master
        WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%' AND name <> 'SequelizeMeta'`,
    );
    const names = await selectIn<{ name: string }>(file, "SELECT name FROM SequelizeMeta");
    return {
      statements: inOrder(rows.map(({ sql }) => sql)).map((sql) => saidOfForm(sql, "postgres")),
      names: names.map(({ name }) => name),
    };
  } finally {
    await file.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
