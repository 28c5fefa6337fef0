import { mkdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { stat } from "node:fs/promises";
import path from "node:path";
import sqlite3 from "sqlite3";
import { reader, readJson } from "../../core/base/ajv.ts";

/** What can be the matter with a data folder. */
export type FolderFault =
  | "read-only"
  | "full"
  | "locked"
  | "gone"
  | "emptied"
  | "older"
  | "another"
  | "damaged"
  | "no-folder";

const WORDS: Readonly<Record<FolderFault, string>> = {
  "read-only": "cannot be written: give the user that runs this the right to write there",
  full: "is on a disk that is full: make room, and go on",
  locked: "is held by another program: end it, or wait until it is done",
  gone: "is not there any more: bring the disk back, and go on",
  emptied:
    "had a shop in it, and its bench.sqlite is gone or empty: restore a back-up with npm run restore, or take bench.mark.json away to begin a new shop",
  older:
    "holds less than was written to it: a bench.sqlite-wal is missing, or an older copy lies there. Bring the file back or restore with npm run restore; to go on with what is there, take bench.mark.json away",
  another:
    "holds the database of another shop than before: bring the right one back, or take bench.mark.json away to go on with this one",
  damaged:
    "holds a bench.sqlite that is damaged or no database: restore a back-up with npm run restore",
  "no-folder": "is no folder",
};

/** Thrown where the data folder does not let the shop work; nothing was written, and it may pass by itself. */
export class FolderTrouble extends Error {
  constructor(
    readonly fault: FolderFault,
    folder: string,
  ) {
    super(`The data folder ${folder} ${WORDS[fault]}.`);
  }
}

const CODES: Readonly<Record<string, FolderFault>> = {
  SQLITE_FULL: "full",
  ENOSPC: "full",
  EDQUOT: "full",
  SQLITE_READONLY: "read-only",
  EROFS: "read-only",
  EACCES: "read-only",
  EPERM: "read-only",
  SQLITE_PERM: "read-only",
  SQLITE_BUSY: "locked",
  SQLITE_LOCKED: "locked",
  SQLITE_CANTOPEN: "gone",
  SQLITE_IOERR: "gone",
  ENOENT: "gone",
  SQLITE_CORRUPT: "damaged",
  SQLITE_NOTADB: "damaged",
  ENOTDIR: "no-folder",
  EEXIST: "no-folder",
};

/** What an error of the driver or the disk means for the folder; undefined: it is about something else. */
export function faultOf(error: unknown): FolderFault | undefined {
  for (let at = error; typeof at === "object" && at !== null;) {
    const { code, parent, original } = at as Record<"code" | "parent" | "original", unknown>;
    const fault = typeof code === "string" ? CODES[code] : undefined;
    if (fault) return fault;
    const next = parent ?? original;
    at = next === at ? undefined : next;
  }
  return undefined;
}

/** Does something with a folder; what is the folder's fault is thrown as that. */
export async function inFolder<T>(folder: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const fault = error instanceof FolderTrouble ? undefined : faultOf(error);
    throw fault ? new FolderTrouble(fault, folder) : error;
  }
}

export const databaseFile = (folder: string): string => path.join(folder, "bench.sqlite");

/** Makes the folder where there is none, and sees whether it can be written. */
export function prepareFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    const probe = path.join(folder, `.probe-${process.pid}`);
    writeFileSync(probe, "x");
    rmSync(probe);
  } catch (error) {
    throw new FolderTrouble(faultOf(error) ?? "read-only", folder);
  }
}

/** Which file a database is, so that one put in its place is noticed. */
export function fileIdentity(folder: string): string {
  const { dev, ino } = statSync(databaseFile(folder));
  return `${dev}:${ino}`;
}

/** Whether the file that was opened still lies where it lay. */
export async function isInPlace(folder: string, identity: string): Promise<boolean> {
  const found = await stat(databaseFile(folder)).catch(() => undefined);
  return found !== undefined && `${found.dev}:${found.ino}` === identity;
}

/** How far a database had come when it was last looked at, kept beside it. */
export interface Mark {
  /** The shop's id, made once. */
  readonly id: string;
  /** How many ticks and deeds were ever written. */
  readonly count: number;
}

const readMarkText = reader<Mark>({
  type: "object",
  required: ["id", "count"],
  properties: { id: { type: "string" }, count: { type: "integer", minimum: 0 } },
});
export const markFile = (folder: string): string => path.join(folder, "bench.mark.json");

/** The mark of a folder; one that cannot be read is none. */
export function readMark(folder: string): Mark | undefined {
  try {
    const read = readJson(readMarkText, readFileSync(markFile(folder), "utf8"));
    return read.ok ? read.value : undefined;
  } catch {
    return undefined;
  }
}

export function writeMark(folder: string, mark: Mark): void {
  const part = `${markFile(folder)}.${process.pid}.part`;
  writeFileSync(part, JSON.stringify(mark));
  renameSync(part, markFile(folder));
}

/** Whether there was a shop in a folder, and its database is missing or has nothing in it. */
export function isEmptied(folder: string): boolean {
  if ((readMark(folder)?.count ?? 0) === 0) return false;
  const found = statSync(databaseFile(folder), { throwIfNoEntry: false });
  return found === undefined || found.size === 0;
}

/** What a mark says against the database that lies there; undefined: nothing. */
export function markFault(mark: Mark | undefined, now: Mark): FolderFault | undefined {
  if (!mark) return undefined;
  if (mark.id !== now.id) return now.count === 0 && mark.count > 0 ? "emptied" : "another";
  return now.count < mark.count ? "older" : undefined;
}

/**
 * Holds a folder: `shared` as each server does, so that nothing is put in its place meanwhile; `alone` to do that.
 * The system lets go of it when the process ends, however that is. Throws where it is held otherwise.
 */
export async function holdFolder(
  folder: string,
  how: "shared" | "alone",
): Promise<() => Promise<void>> {
  const lock = await opened(path.join(folder, "bench.lock"));
  try {
    await exec(lock, how === "alone" ? "BEGIN EXCLUSIVE" : "BEGIN; SELECT * FROM sqlite_master");
  } catch {
    await closed(lock);
    throw new FolderTrouble("locked", folder);
  }
  return () => closed(lock);
}

const opened = (file: string): Promise<sqlite3.Database> =>
  new Promise((resolve, reject) => {
    const database = new sqlite3.Database(file, (error) =>
      error ? reject(error) : resolve(database),
    );
  });
const exec = (database: sqlite3.Database, sql: string): Promise<void> =>
  new Promise((resolve, reject) =>
    database.exec(sql, (error) => (error ? reject(error) : resolve())),
  );
const closed = (database: sqlite3.Database): Promise<void> =>
  new Promise((resolve) => database.close(() => resolve()));
