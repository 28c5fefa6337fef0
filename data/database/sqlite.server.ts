import { existsSync } from "node:fs";
import type { Sequelize } from "sequelize";
import { connect } from "./connections.server.ts";
import { type Database, runIn, selectIn, standingIn, turns } from "./database.server.ts";
import {
  databaseFile,
  fileIdentity,
  holdFolder,
  isEmptied,
  isInPlace,
  prepareFolder,
} from "./folder.server.ts";
import { checkPages } from "./damage.server.ts";
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
  await checkPages(sequelize, folder);
  await migrate(sequelize);
  const marked = await standingIn(sequelize, folder, folder);
  const identity = fileIdentity(folder);
  const { take, ended } = turns();
  return {
    sequelize,
    tables: defineTables(sequelize),
    folder,
    // One at a time: SQLite has one writer, and connections that wait for it hold the few threads that the one in
    // front needs to get on.
    write: (work) =>
      take(() =>
        inPlace(folder, async () => {
          // What is written to a file that was taken away would be acknowledged and lost.
          if (!(await isInPlace(folder, identity))) throw new DataTrouble("gone", folder);
          return sequelize.transaction(work);
        }),
      ),
    select: (sql, bind, transaction) => selectIn(sequelize, sql, bind, transaction),
    run: (sql, bind, transaction) => runIn(sequelize, sql, bind, transaction),
    isInPlace: () => isInPlace(folder, identity),
    ...marked,
    clean: () =>
      take(() =>
        inPlace(folder, async () => {
          await sequelize.query("VACUUM");
          await sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)");
        }),
      ),
    // A file has one server.
    tellOthers: () => Promise.resolve(),
    onTold: () => undefined,
    async close() {
      await ended();
      if (await isInPlace(folder, identity)) {
        await marked.mark().catch(() => undefined);
        // What stands beside the file goes into it; one that is read-only stays as it is.
        await sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)").catch(() => undefined);
      }
      await sequelize.close();
      await letGo();
    },
  };
}
