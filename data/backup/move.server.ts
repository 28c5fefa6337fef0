import { existsSync } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import type { MoveError } from "../../core/backup/index.ts";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  type Database,
  databaseFile,
  openDatabase,
  takeKey,
  writeMark,
} from "../database/index.server.ts";
import { namedPhotos, photosOfShop } from "../photos/index.server.ts";
import { copyRows, hasShop, NotTheSame, type TableTally } from "./rows.server.ts";

/** What was taken over, table by table, and the pictures. */
export interface Moved {
  readonly tables: readonly TableTally[];
  readonly photos: number;
}

/**
 * Takes a shop over from a data folder's file into a database server, or from there into a folder that has none: every
 * row in one transaction, read back and compared, and every picture where the folder is another. Nothing is taken away
 * from where it was. Nobody may have it open; throws `DataTrouble` where a server has.
 */
export async function moveShop(
  folder: string,
  server: string,
  to: { readonly server: string } | { readonly folder: string },
  onTable: (tally: TableTally) => void,
): Promise<Result<Moved, MoveError>> {
  if ("folder" in to) {
    if (existsSync(databaseFile(to.folder))) return fail({ type: "not-empty" });
    return between(
      () => openDatabase(folder, { server, alone: true }),
      () => openDatabase(to.folder),
      to.folder,
      onTable,
    );
  }
  // The mark in the folder is of the shop that comes: what is empty yet is no fault.
  const aside = await mkdtemp(path.join(tmpdir(), "bench-move-"));
  try {
    return await between(
      () => openDatabase(folder, { alone: true }),
      () => openDatabase(aside, { server: to.server, alone: true }),
      undefined,
      onTable,
    );
  } finally {
    await rm(aside, { recursive: true, force: true });
  }
}

async function between(
  open: () => Promise<Database>,
  make: () => Promise<Database>,
  /** Where pictures and the mark go; undefined: they stay where they are. */
  folder: string | undefined,
  onTable: (tally: TableTally) => void,
): Promise<Result<Moved, MoveError>> {
  const from = await open();
  try {
    const to = await make();
    try {
      if (await hasShop(to)) return fail({ type: "not-empty" });
      const tables = await copyRows(from, to, onTable);
      const photos = folder === undefined ? 0 : await copyPhotos(from, to);
      if (folder !== undefined) {
        writeMark(folder, await to.standing());
        takeKey(from.folder, folder);
      }
      return ok({ tables, photos });
    } catch (error) {
      if (error instanceof NotTheSame) return fail({ type: "not-the-same", table: error.table });
      throw error;
    } finally {
      await to.close();
    }
  } finally {
    await from.close();
  }
}

async function copyPhotos(from: Database, to: Database): Promise<number> {
  const [here, there] = [photosOfShop(from), photosOfShop(to)];
  let copied = 0;
  for (const name of await namedPhotos(from)) {
    const bytes = await here.get(name);
    if (!bytes) continue;
    await there.put(name, bytes);
    copied += 1;
  }
  return copied;
}
