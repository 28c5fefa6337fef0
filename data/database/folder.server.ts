import {
  chmodSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { stat } from "node:fs/promises";
import path from "node:path";
import sqlite3 from "sqlite3";
import { reader, readJson } from "../../core/base/ajv.ts";
import { type DataFault, DataTrouble, faultOf } from "./trouble.server.ts";

export const databaseFile = (folder: string): string => path.join(folder, "bench.sqlite");

/** Makes the folder where there is none, and sees whether it can be written. */
export function prepareFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    const probe = path.join(folder, `.probe-${process.pid}`);
    writeFileSync(probe, "x");
    rmSync(probe);
  } catch (error) {
    throw new DataTrouble(faultOf(error) ?? "read-only", folder);
  }
}

/** Rights that others than the owner have. */
const OTHERS = 0o077;

/**
 * Takes the rights of others from a data folder and the files in it: in a database there are customers and hashes of
 * PINs. Gives whether there were any.
 */
export function shutToOthers(folder: string): boolean {
  const names = readdirSync(folder).filter((name) => /^(bench\.|erased\.json|photos$)/.test(name));
  const wide = [folder, ...names.map((name) => path.join(folder, name))].filter((at) => {
    const found = statSync(at, { throwIfNoEntry: false });
    return found !== undefined && (found.mode & OTHERS) !== 0;
  });
  for (const at of wide) chmodSync(at, statSync(at).mode & 0o777 & ~OTHERS);
  return wide.length > 0;
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
const markFile = (folder: string): string => path.join(folder, "bench.mark.json");

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

/** Writes into a folder how far its database has come, whenever it has come further. */
export function marksIn(folder: string, standing: () => Promise<Mark>): () => Promise<void> {
  let marked = -1;
  return async () => {
    const now = await standing();
    if (now.count === marked) return;
    writeMark(folder, now);
    marked = now.count;
  };
}

/** Whether there was a shop in a folder, and its database is missing or has nothing in it. */
export function isEmptied(folder: string): boolean {
  if ((readMark(folder)?.count ?? 0) === 0) return false;
  const found = statSync(databaseFile(folder), { throwIfNoEntry: false });
  return found === undefined || found.size === 0;
}

/** What a mark says against the database that lies there; undefined: nothing. */
export function markFault(mark: Mark | undefined, now: Mark): DataFault | undefined {
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
    throw new DataTrouble("locked", folder);
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
