import { mkdirSync } from "node:fs";
import path from "node:path";
import { QueryTypes, Sequelize, Transaction } from "sequelize";
import { keepConnections } from "./connections.server.ts";
import { migrate } from "./migrate.server.ts";
import { defineTables, type Tables } from "./tables.server.ts";

export interface Database {
  readonly sequelize: Sequelize;
  readonly tables: Tables;
  /**
   * Runs work in a transaction of its own; nothing else writes. One at a time: SQLite has one writer,
   * and connections that wait for it hold the few threads that the one in front needs to get on.
   */
  readonly write: <T>(work: (transaction: Transaction) => Promise<T>) => Promise<T>;
  /** Rows of a question in SQL, `$name` bound to a value. */
  select<Row extends object>(
    sql: string,
    bind?: Readonly<Record<string, unknown>>,
    transaction?: Transaction,
  ): Promise<readonly Row[]>;
  /** Where files lie that belong to it: photos. */
  readonly folder: string;
  close(): Promise<void>;
}

/** Opens (and makes, and migrates) the database of a data folder. */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const sequelize = connect(path.join(folder, "bench.sqlite"));
  await sequelize.query("PRAGMA journal_mode = WAL");
  await migrate(sequelize);
  let last: Promise<unknown> = Promise.resolve();
  return {
    sequelize,
    tables: defineTables(sequelize),
    folder,
    write(work) {
      const mine = last.then(() => sequelize.transaction(work));
      last = mine.catch(() => undefined);
      return mine;
    },
    select: (sql, bind = {}, transaction = undefined) =>
      sequelize.query(sql, {
        bind: { ...bind },
        type: QueryTypes.SELECT,
        transaction: transaction ?? null,
      }),
    async close() {
      await last;
      // What stands beside the file goes into it; one that is read-only stays as it is.
      await sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)").catch(() => undefined);
      await sequelize.close();
    },
  };
}

/** A connection to a database file, prepared as every one is. */
export function connect(storage: string): Sequelize {
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage,
    logging: false,
    transactionType: Transaction.TYPES.IMMEDIATE,
  });
  keepConnections(sequelize);
  return sequelize;
}
