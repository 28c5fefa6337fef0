import { existsSync } from "node:fs";
import type { Sequelize } from "sequelize";
import { connect } from "./connections.server.ts";
import { type Database, giveId, markOf, runIn, selectIn } from "./database.server.ts";
import {
  databaseFile,
  fileIdentity,
  holdFolder,
  isEmptied,
  isInPlace,
  markFault,
  marksIn,
  prepareFolder,
  readMark,
} from "./folder.server.ts";
import { migrate } from "./migrate.server.ts";
import { defineTables } from "./tables.server.ts";
import { DataTrouble, inPlace } from "./trouble.server.ts";

/**
 * Opens (and makes, and migrates) the database file of a data folder. Throws `DataTrouble` where the folder cannot be
 * worked in, or holds less than it did; `isKnown`: it was open before, so an empty one is none to begin in.
 */
export async function openFile(
  folder: string,
  { isKnown, alone }: { readonly isKnown: boolean; readonly alone: boolean },
): Promise<Database> {
  if (isKnown && !existsSync(databaseFile(folder))) throw new DataTrouble("gone", folder);
  prepareFolder(folder);
  // Nothing is made where something was: what is brought back would lie beside a stranger's -wal.
  if (isEmptied(folder)) throw new DataTrouble("emptied", folder);
  const letGo = await holdFolder(folder, alone ? "alone" : "shared");
  const sequelize = connect(databaseFile(folder));
  try {
    return await inPlace(folder, () => prepared(sequelize, folder, letGo));
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
  const standing = () => markOf(sequelize);
  const fault = markFault(readMark(folder), await standing());
  if (fault) throw new DataTrouble(fault, folder);
  const identity = fileIdentity(folder);
  const mark = marksIn(folder, standing);
  await mark();
  let last: Promise<unknown> = Promise.resolve();
  return {
    sequelize,
    tables: defineTables(sequelize),
    folder,
    // One at a time: SQLite has one writer, and connections that wait for it hold the few threads that the one in
    // front needs to get on.
    write(work) {
      const mine = last.then(() =>
        inPlace(folder, async () => {
          // What is written to a file that was taken away would be acknowledged and lost.
          if (!(await isInPlace(folder, identity))) throw new DataTrouble("gone", folder);
          return sequelize.transaction(work);
        }),
      );
      last = mine.catch(() => undefined);
      return mine;
    },
    select: (sql, bind, transaction) => selectIn(sequelize, sql, bind, transaction),
    run: (sql, bind, transaction) => runIn(sequelize, sql, bind, transaction),
    isInPlace: () => isInPlace(folder, identity),
    standing,
    mark,
    // A file has one server.
    tellOthers: () => Promise.resolve(),
    onTold: () => undefined,
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
