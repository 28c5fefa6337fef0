import { mkdirSync } from "node:fs";
import path from "node:path";
import { Sequelize, Transaction } from "sequelize";
import { SequelizeStorage, Umzug } from "umzug";
import { migrations } from "./migrations.server.ts";
import { defineModels, type Models } from "./models.server.ts";

export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
  /** Where files lie that belong to it: photos. */
  readonly folder: string;
}

interface RawConnection {
  exec(sql: string, done: (error: Error | null) => void): void;
}

/**
 * Opens (and makes, and migrates) the database of a data folder. Every connection waits up to 5 s
 * for a lock and syncs fully: a write that was committed survives a killed process.
 */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage: path.join(folder, "bench.sqlite"),
    logging: false,
    transactionType: Transaction.TYPES.IMMEDIATE,
    hooks: { afterConnect: (connection) => prepare(connection as RawConnection) },
  });
  await sequelize.query("PRAGMA journal_mode = WAL");
  const migrator = new Umzug({
    migrations,
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await migrator.up();
  return { sequelize, models: defineModels(sequelize), folder };
}

const prepare = (connection: RawConnection): Promise<void> =>
  new Promise((resolve, reject) => {
    connection.exec("PRAGMA synchronous = FULL; PRAGMA busy_timeout = 5000;", (error) =>
      error ? reject(error) : resolve(),
    );
  });
