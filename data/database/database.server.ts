import { randomUUID } from "node:crypto";
import { existsSync } from "node:fs";
import { QueryTypes, Sequelize, Transaction } from "sequelize";
import { must } from "../../core/base/must.ts";
import { keepConnections } from "./connections.server.ts";
import {
  databaseFile,
  fileIdentity,
  FolderTrouble,
  holdFolder,
  inFolder,
  isEmptied,
  isInPlace,
  type Mark,
  markFault,
  prepareFolder,
  readMark,
  writeMark,
} from "./folder.server.ts";
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
  /** Whether the file that was opened still lies in its folder. */
  isInPlace(): Promise<boolean>;
  /** The shop's id, and how many ticks and deeds were ever written. */
  standing(): Promise<Mark>;
  /** Notes beside the database how far it has come. */
  mark(): Promise<void>;
  close(): Promise<void>;
}

/**
 * Opens (and makes, and migrates) the database of a data folder. Throws `FolderTrouble` where the folder cannot be
 * worked in, or holds less than it did; `isKnown`: it was open before, so an empty one is none to begin in.
 */
export async function openDatabase(folder: string, isKnown = false): Promise<Database> {
  if (isKnown && !existsSync(databaseFile(folder))) throw new FolderTrouble("gone", folder);
  prepareFolder(folder);
  // Nothing is made where something was: what is brought back would lie beside a stranger's -wal.
  if (isEmptied(folder)) throw new FolderTrouble("emptied", folder);
  const letGo = await holdFolder(folder, "shared");
  const sequelize = connect(databaseFile(folder));
  try {
    return await inFolder(folder, () => prepared(sequelize, folder, letGo));
  } catch (error) {
    await sequelize.close().catch(() => undefined);
    await letGo();
    throw error;
  }
}

async function prepared(
  sequelize: Sequelize,
  folder: string,
  letGo: () => Promise<void>,
): Promise<Database> {
  await sequelize.query("PRAGMA journal_mode = WAL");
  await migrate(sequelize);
  await giveId(sequelize);
  const standing = (): Promise<Mark> => markOf(sequelize);
  const fault = markFault(readMark(folder), await standing());
  if (fault) throw new FolderTrouble(fault, folder);
  const identity = fileIdentity(folder);
  let marked = -1;
  const mark = async (): Promise<void> => {
    const now = await standing();
    if (now.count === marked) return;
    writeMark(folder, now);
    marked = now.count;
  };
  await mark();
  let last: Promise<unknown> = Promise.resolve();
  return {
    sequelize,
    tables: defineTables(sequelize),
    folder,
    write(work) {
      const mine = last.then(() =>
        inFolder(folder, async () => {
          // What is written to a file that was taken away would be acknowledged and lost.
          if (!(await isInPlace(folder, identity))) throw new FolderTrouble("gone", folder);
          return sequelize.transaction(work);
        }),
      );
      last = mine.catch(() => undefined);
      return mine;
    },
    select: (sql, bind = {}, transaction = undefined) =>
      sequelize.query(sql, {
        bind: { ...bind },
        type: QueryTypes.SELECT,
        transaction: transaction ?? null,
      }),
    isInPlace: () => isInPlace(folder, identity),
    standing,
    mark,
    async close() {
      await last;
      if (await isInPlace(folder, identity)) {
        await mark().catch(() => undefined);
        // What stands beside the file goes into it; one that is read-only stays as it is.
        await sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)").catch(() => undefined);
      }
      await sequelize.close();
      await letGo();
    },
  };
}

/** The id of a shop: made with its database, and the same in every copy of it. */
const giveId = (sequelize: Sequelize): Promise<unknown> =>
  sequelize.query("INSERT OR IGNORE INTO settings (key, value) VALUES ('id', $id)", {
    bind: { id: randomUUID() },
  });

/**
 * Which shop a database is of, and how far it has come: ticks and deeds are only ever added to, so the last row's number
 * is how many there were.
 */
export async function markOf(sequelize: Sequelize): Promise<Mark> {
  const [row] = await sequelize.query<Mark>(
    `SELECT (SELECT value FROM settings WHERE key = 'id') AS id,
      (SELECT COALESCE(MAX(rowid), 0) FROM events)
        + (SELECT COALESCE(MAX(seq), 0) FROM deeds) AS count`,
    { type: QueryTypes.SELECT },
  );
  return must(row, "the standing of a database");
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
