import { mkdir, open, readdir, readFile, rename, rm, stat } from "node:fs/promises";
import path from "node:path";
import type { Database } from "../database/database.server.ts";
import type { PhotoRow } from "../database/rows.server.ts";

export type Photo = Readonly<PhotoRow>;

/** A photo's bytes, and a small one of it; both JPEG. */
export interface PhotoFiles {
  readonly full: Uint8Array;
  readonly thumb: Uint8Array;
}

const folderOf = (db: Database): string => path.join(db.folder, "photos");
const fileOf = (db: Database, id: string, isThumb: boolean): string =>
  path.join(folderOf(db), `${id}${isThumb ? ".thumb" : ""}.jpg`);

/**
 * Keeps a photo: its files are whole on the disk before its row says that they are there. Where the row
 * is not written the files are left behind, and `sweepPhotos` takes them away.
 */
export async function addPhoto(db: Database, photo: Photo, files: PhotoFiles): Promise<void> {
  await writeFiles(db, photo.id, files);
  await db.write((transaction) => db.tables.photos.create({ ...photo }, { transaction }));
}

/** Keeps pictures that came with a guide, as `addPhoto` keeps those of a ticket. */
export async function addGuidePhotos(
  db: Database,
  guideId: string,
  photos: readonly (PhotoFiles & { readonly id: string })[],
): Promise<void> {
  for (const photo of photos) await writeFiles(db, photo.id, photo);
  const rows = photos.map(({ id }) => ({ id, guideId }));
  await db.write((transaction) =>
    db.tables.guidePhotos.bulkCreate(rows, { transaction, ignoreDuplicates: true }),
  );
}

/** Of these ids those that no picture here has. */
export async function unknownPhotos(
  db: Database,
  ids: readonly string[],
): Promise<readonly string[]> {
  const where = { id: [...ids] };
  const [ours, theirs] = await Promise.all([
    db.tables.photos.findAll({ where, attributes: ["id"], raw: true }),
    db.tables.guidePhotos.findAll({ where, attributes: ["id"], raw: true }),
  ]);
  const known = new Set([...ours, ...theirs].map(({ id }) => id));
  return ids.filter((id) => !known.has(id));
}

async function writeFiles(db: Database, id: string, files: PhotoFiles): Promise<void> {
  await mkdir(folderOf(db), { recursive: true });
  await writeWhole(fileOf(db, id, false), files.full);
  await writeWhole(fileOf(db, id, true), files.thumb);
  await syncFolder(folderOf(db));
}

/** Writes a file that is there with all its bytes or not at all. */
async function writeWhole(file: string, bytes: Uint8Array): Promise<void> {
  const part = `${file}.part`;
  const handle = await open(part, "w");
  try {
    await handle.writeFile(bytes);
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(part, file);
}

/** Names in a folder are on the disk only when the folder is. */
async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, "r");
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** The photos of a ticket, oldest first. */
export async function photosOf(db: Database, ticket: number): Promise<readonly Photo[]> {
  return db.tables.photos.findAll({ where: { ticket }, order: ["at", "id"], raw: true });
}

export async function readPhoto(
  db: Database,
  id: string,
  isThumb: boolean,
): Promise<Buffer | undefined> {
  if ((await unknownPhotos(db, [id])).length > 0) return undefined;
  return readFile(fileOf(db, id, isThumb)).catch(() => undefined);
}

/** Takes a photo away, the row first and then its files; whether there was one. */
export async function dropPhoto(db: Database, ticket: number, id: string): Promise<boolean> {
  const dropped = await db.write((transaction) =>
    db.tables.photos.destroy({ where: { id, ticket }, transaction }),
  );
  if (dropped === 0) return false;
  for (const isThumb of [false, true]) await rm(fileOf(db, id, isThumb), { force: true });
  return true;
}

/** A picture is on the disk before its row is: what is younger may be on its way, in this process or another. */
const YOUNG_MS = 3_600_000;

/** Takes away files that no row names: of photos that were never whole, or are gone. Gives how many. */
export async function sweepPhotos(db: Database, now = Date.now()): Promise<number> {
  const files = await readdir(folderOf(db)).catch(() => []);
  if (files.length === 0) return 0;
  const [ours, theirs] = await Promise.all([
    db.tables.photos.findAll({ attributes: ["id"], raw: true }),
    db.tables.guidePhotos.findAll({ attributes: ["id"], raw: true }),
  ]);
  const known = new Set([...ours, ...theirs].flatMap(({ id }) => [`${id}.jpg`, `${id}.thumb.jpg`]));
  let swept = 0;
  for (const file of files.filter((name) => !known.has(name))) {
    const full = path.join(folderOf(db), file);
    const found = await stat(full).catch(() => undefined);
    if (!found || now - found.mtimeMs < YOUNG_MS) continue;
    await rm(full, { force: true });
    swept += 1;
  }
  return swept;
}
