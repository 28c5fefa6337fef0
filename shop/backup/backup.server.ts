import type { BackupError, BackupState } from "../../core/backup/index.ts";
import { reader, readJson } from "../../core/base/ajv.ts";
import type { Result } from "../../core/base/result.ts";
import { backupWords } from "../../core/words/index.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";
import {
  copyShop,
  keepNewest,
  moveShop,
  type Manifest,
  restoreCopy,
} from "../../data/backup/index.server.ts";

const text = { type: "string" };
const readState = reader<BackupState>({
  type: "object",
  properties: {
    good: {
      type: "object",
      required: ["at", "folder", "bytes", "photos"],
      properties: { at: text, folder: text, bytes: { type: "number" }, photos: { type: "number" } },
    },
    bad: { type: "object", required: ["at", "why"], properties: { at: text, why: text } },
  },
});

export async function backupState(db: Database): Promise<BackupState> {
  const read = readJson(readState, (await setting(db, "backup")) ?? "{}");
  return read.ok ? read.value : {};
}

const keepState = (db: Database, state: BackupState): Promise<void> =>
  db.write((transaction) => keepSetting(db, "backup", JSON.stringify(state), transaction));

/**
 * Backs a shop up while it works, reads the copy back, and notes how it went; keeps the newest so many. With a `key` the
 * copy is locked.
 */
export async function backUp(
  db: Database,
  to: string,
  now: Date,
  most: number,
  key?: string,
): Promise<Result<{ readonly folder: string; readonly manifest: Manifest }, BackupError>> {
  const at = now.toISOString();
  const before = await backupState(db);
  try {
    const copied = await copyShop(db, to, at, key);
    if (!copied.ok) {
      await keepState(db, { ...before, bad: { at, why: backupWords(copied.error) } });
      return copied;
    }
    await keepNewest(to, most);
    const { folder, manifest } = copied.value;
    const bytes = manifest.files.reduce((sum, file) => sum + file.bytes, 0);
    const photos = manifest.files.filter(({ name }) => !/sqlite|thumb/.test(name)).length;
    await keepState(db, { good: { at, folder, bytes, photos } });
    return copied;
  } catch (error) {
    const why = (error as { message?: string }).message ?? "the disk did not take it";
    await keepState(db, { ...before, bad: { at, why } }).catch(() => undefined);
    throw error;
  }
}

/** Takes a shop over: from a data folder's file into a server, or from the server into another folder (`to`). */
export const move = (
  folder: string,
  server: string,
  to: string,
  onTable: (tally: { readonly table: string; readonly rows: number }) => void,
) => moveShop(folder, server, to === server ? { server } : { folder: to }, onTable);

/** Puts a back-up in the place of a data folder that no server has open; a locked one with the key that `opens` it. */
export const restore = (from: string, folder: string, now: Date, opens?: string) =>
  restoreCopy(from, folder, now.toISOString(), opens);

export { isLockingKey, newBackupKey } from "../../data/backup/index.server.ts";
