import { constants } from "node:fs";
import { copyFile, mkdir, readdir, readFile, rename, rm, stat, writeFile } from "node:fs/promises";
import path from "node:path";
import { QueryTypes } from "sequelize";
import type { BackupError } from "../../core/backup/index.ts";
import { reader, readJson } from "../../core/base/ajv.ts";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  connect,
  databaseFile,
  dialectOf,
  openDatabase,
  type Database,
  holdFolder,
  type Mark,
  markOf,
  writeMark,
} from "../database/index.server.ts";
import { photosOfShop } from "../photos/index.server.ts";
import {
  brokenOf,
  hashOf,
  listed,
  type ListedFile,
  lockCopy,
  MANIFEST,
  openCopy,
  verifyLocked,
} from "./locked.server.ts";
import { copyRows } from "./rows.server.ts";

/** What lies in a back-up, as its manifest has it. */
export interface Manifest {
  readonly format: "brisk-bench-backup";
  readonly version: 1;
  /** When it was begun, ISO. */
  readonly at: string;
  readonly mark: Mark;
  readonly files: readonly ListedFile[];
}

const readManifest = reader<Manifest>({
  type: "object",
  required: ["format", "version", "at", "mark", "files"],
  properties: {
    format: { const: "brisk-bench-backup" },
    version: { const: 1 },
    at: { type: "string" },
    mark: {
      type: "object",
      required: ["id", "count"],
      properties: { id: { type: "string" }, count: { type: "integer", minimum: 0 } },
    },
    files: listed("^(bench\\.sqlite|photos/[\\w-]+(\\.thumb)?\\.jpg)$"),
  },
});

const PREFIX = "bench-";

/**
 * Copies a shop that is open: the database as it is at one moment, and every picture that is named in it. The copy is
 * read back and only then gets its name; gives its folder. With a `key` (`age1…`) it is locked: then it is made and read
 * back in the data folder, and nothing that can be read ever lies where it goes.
 */
export async function copyShop(
  db: Database,
  to: string,
  at: string,
  key?: string,
): Promise<Result<{ readonly folder: string; readonly manifest: Manifest }, BackupError>> {
  const folder = path.join(to, PREFIX + at.replaceAll(":", "-").replace(/\.\d+Z$/, "Z"));
  const part = `${folder}.part`;
  const plain = key === undefined ? part : path.join(db.folder, "copy.part");
  try {
    for (const old of [part, plain]) await rm(old, { recursive: true, force: true });
    const manifest = await copyPlain(db, plain, at);
    if (!manifest.ok) return manifest;
    if (key !== undefined) {
      const names = manifest.value.files.map(({ name }) => name);
      await lockCopy(plain, part, { names, at, key });
      const outside = await verifyLocked(part);
      if (outside?.ok === false) return outside;
    }
    await rm(folder, { recursive: true, force: true });
    await rename(part, folder);
    return ok({ folder, manifest: manifest.value });
  } finally {
    if (key !== undefined) await rm(plain, { recursive: true, force: true });
  }
}

/** The copy itself, in a folder of its own, read back. */
async function copyPlain(
  db: Database,
  part: string,
  at: string,
): Promise<Result<Manifest, BackupError>> {
  await mkdir(part, { recursive: true, mode: 0o700 });
  await mkdir(path.join(part, "photos"));
  const file = databaseFile(part);
  await copyDatabase(db, part);
  const { mark, photos } = await whatIsIn(file);
  for (const name of photos) {
    const bytes = await photosOfShop(db).get(path.basename(name));
    // One that was taken away since is missed by nobody but the copy: it is told of when that is read back.
    if (bytes) await writeFile(path.join(part, name), bytes);
  }
  const names = ["bench.sqlite", ...photos];
  const files = [];
  for (const name of names) {
    const full = path.join(part, name);
    const found = await stat(full).catch(() => undefined);
    if (found) files.push({ name, bytes: found.size, sha256: await hashOf(full) });
  }
  const manifest: Manifest = { format: "brisk-bench-backup", version: 1, at, mark, files };
  await writeFile(path.join(part, MANIFEST), JSON.stringify(manifest, undefined, 1));
  return verifyCopy(part);
}

/** The database as it is at one moment, as a file in a folder: what a server keeps is written into a new one. */
async function copyDatabase(db: Database, folder: string): Promise<void> {
  if (dialectOf(db.sequelize) === "sqlite") {
    const from = connect(databaseFile(db.folder));
    const file = databaseFile(folder);
    await from.query("VACUUM INTO $file", { bind: { file } }).finally(() => from.close());
    return;
  }
  const copy = await openDatabase(folder);
  await copyRows(db, copy).finally(() => copy.close());
  for (const name of ["bench.lock", "bench.mark.json"]) await rm(path.join(folder, name));
}

/** Reads a copy back: every file as it was written, and a database that holds together. */
export async function verifyCopy(folder: string): Promise<Result<Manifest, BackupError>> {
  const text = await readFile(path.join(folder, MANIFEST), "utf8").catch(() => "");
  const manifest = readJson(readManifest, text);
  if (!manifest.ok) return fail({ type: "no-backup" });
  const broken = await brokenOf(folder, manifest.value.files);
  if (broken !== undefined) return fail({ type: "file-broken", name: broken });
  const copy = connect(databaseFile(folder));
  try {
    const rows = await copy.query<Record<string, unknown>>("PRAGMA integrity_check", {
      type: QueryTypes.SELECT,
    });
    const why = rows.map((row) => String(Object.values(row)[0])).join("; ");
    if (why !== "ok") return fail({ type: "database-broken", why });
    const strays = await copy.query("PRAGMA foreign_key_check", { type: QueryTypes.SELECT });
    if (strays.length > 0) {
      return fail({ type: "database-broken", why: `${strays.length} rows point to nothing` });
    }
  } catch (error) {
    return fail({ type: "database-broken", why: error instanceof Error ? error.message : "" });
  } finally {
    await copy.close();
  }
  const listed = new Set(manifest.value.files.map(({ name }) => name));
  const missing = (await whatIsIn(databaseFile(folder))).photos.find((name) => !listed.has(name));
  return missing === undefined ? ok(manifest.value) : fail({ type: "file-broken", name: missing });
}

/** A back-up that was put back: what was in it, and where what lay there before is. */
type Restored = Result<{ readonly manifest: Manifest; readonly before: string }, BackupError>;

/**
 * Puts a back-up in the place of a data folder that nobody has open; what lay there is kept beside it. A locked one is
 * opened first, by the key that `opens` it, in the data folder. Throws `DataTrouble` where a server has it open.
 */
export async function restoreCopy(
  from: string,
  folder: string,
  at: string,
  opens?: string,
): Promise<Restored> {
  const locked = await verifyLocked(from);
  if (!locked) return restorePlain(from, folder, at);
  if (!locked.ok) return locked;
  if (opens === undefined) return fail({ type: "no-key" });
  const open = path.join(folder, "opened.part");
  await rm(open, { recursive: true, force: true });
  try {
    const opened = await openCopy(from, open, opens);
    return opened.ok ? await restorePlain(open, folder, at) : opened;
  } finally {
    await rm(open, { recursive: true, force: true });
  }
}

async function restorePlain(from: string, folder: string, at: string): Promise<Restored> {
  const manifest = await verifyCopy(from);
  if (!manifest.ok) return manifest;
  await mkdir(folder, { recursive: true });
  const letGo = await holdFolder(folder, "alone");
  try {
    const before = path.join(folder, `before-${at.replaceAll(":", "-").replace(/\.\d+Z$/, "Z")}`);
    await mkdir(before, { recursive: true });
    for (const name of await readdir(folder)) {
      if (/^(bench\.sqlite(-wal|-shm)?|bench\.mark\.json|photos)$/.test(name)) {
        await rename(path.join(folder, name), path.join(before, name));
      }
    }
    await mkdir(path.join(folder, "photos"), { recursive: true });
    for (const { name } of manifest.value.files) {
      await copyFile(path.join(from, name), path.join(folder, name), constants.COPYFILE_FICLONE);
    }
    writeMark(folder, manifest.value.mark);
    return ok({ manifest: manifest.value, before });
  } finally {
    await letGo();
  }
}

/** The back-ups in a folder, oldest first. */
export async function copiesIn(folder: string): Promise<readonly string[]> {
  const names = await readdir(folder).catch(() => []);
  return names
    .filter((name) => name.startsWith(PREFIX) && name.endsWith("Z"))
    .sort()
    .map((name) => path.join(folder, name));
}

/** The newest back-up in a folder that is whole as it lies there, and whether it is locked; undefined: there is none. */
export async function newestWhole(
  folder: string,
): Promise<{ readonly copy: string; readonly isLocked: boolean } | undefined> {
  for (const copy of [...(await copiesIn(folder))].reverse()) {
    const locked = await verifyLocked(copy);
    if ((locked ?? (await verifyCopy(copy))).ok) return { copy, isLocked: locked !== undefined };
  }
  return undefined;
}

/** Takes away all but the newest so many. */
export async function keepNewest(folder: string, most: number): Promise<void> {
  const all = await copiesIn(folder);
  for (const old of all.slice(0, Math.max(0, all.length - most))) {
    await rm(old, { recursive: true, force: true });
  }
}

/** How far a database has come, and the pictures that it names. */
async function whatIsIn(
  file: string,
): Promise<{ readonly mark: Mark; readonly photos: readonly string[] }> {
  const db = connect(file);
  const all = <Row extends object>(sql: string) => db.query<Row>(sql, { type: QueryTypes.SELECT });
  try {
    const mark = await markOf(db);
    const ids = await all<{ id: string }>(
      "SELECT id FROM photos UNION SELECT id FROM guide_photos ORDER BY id",
    );
    const photos = ids.flatMap(({ id }) => [`photos/${id}.jpg`, `photos/${id}.thumb.jpg`]);
    return { mark, photos };
  } finally {
    await db.close();
  }
}
