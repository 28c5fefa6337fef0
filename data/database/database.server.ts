import { mkdirSync } from "node:fs";
import path from "node:path";
import { Sequelize, Transaction } from "sequelize";
import { SequelizeStorage, Umzug } from "umzug";
import { keepConnections } from "./connections.server.ts";
import { migrations } from "./migrations.server.ts";
import { defineModels, type Models } from "./tables.server.ts";

export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
  /**
   * Runs work in a transaction of its own. One at a time: SQLite has one writer, and connections that
   * wait for it hold the few threads that the one in front needs to get on.
   */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>;
  /** Where files lie that belong to it: photos. */
  readonly folder: string;
}

/** Opens (and makes, and migrates) the database of a data folder. */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage: path.join(folder, "bench.sqlite"),
    logging: false,
    transactionType: Transaction.TYPES.IMMEDIATE,
  });
  keepConnections(sequelize);
  await sequelize.query("PRAGMA journal_mode = WAL");
  const migrator = new Umzug({
    migrations,
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await migrator.up();
  let last: Promise<unknown> = Promise.resolve();
  return {
    sequelize,
    models: defineModels(sequelize),
    folder,
    write(work) {
      const mine = last.then(() => sequelize.transaction(work));
      last = mine.catch(() => undefined);
      return mine;
    },
  };
}
