import path from "node:path";
import type { Database } from "../database/database.server.ts";
import type { PhotoRow } from "../database/rows.server.ts";
import { inPlace } from "../database/trouble.server.ts";
import { photoFolder, type PhotoStore } from "./store.server.ts";

export type Photo = Readonly<PhotoRow>;

/** A photo's bytes, and a small one of it; both JPEG. */
export interface PhotoFiles {
  readonly full: Uint8Array;
  readonly thumb: Uint8Array;
}

/** Where the pictures of a shop are kept: in its data folder. */
export const photosOfShop = ({ folder }: Pick<Database, "folder">): PhotoStore =>
  photoFolder(path.join(folder, "photos"));

const nameOf = (id: string, isThumb: boolean): string => `${id}${isThumb ? ".thumb" : ""}.jpg`;
/** The names under which the files of a picture are kept. */
const photoNames = (id: string): readonly string[] => [nameOf(id, false), nameOf(id, true)];

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

/** Throws `DataTrouble` where the disk takes no more. */
async function writeFiles(db: Database, id: string, files: PhotoFiles): Promise<void> {
  await inPlace(db.folder, async () => {
    await photosOfShop(db).put(nameOf(id, false), files.full);
    await photosOfShop(db).put(nameOf(id, true), files.thumb);
  });
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
  return photosOfShop(db).get(nameOf(id, isThumb));
}

/** Takes a photo away, the row first and then its files; whether there was one. */
export async function dropPhoto(db: Database, ticket: number, id: string): Promise<boolean> {
  const dropped = await db.write((transaction) =>
    db.tables.photos.destroy({ where: { id, ticket }, transaction }),
  );
  if (dropped === 0) return false;
  for (const name of photoNames(id)) await photosOfShop(db).drop(name);
  return true;
}

/** A picture is on the disk before its row is: what is younger may be on its way, in this process or another. */
const YOUNG_MS = 3_600_000;

/** The names of all files that rows name. */
export async function namedPhotos(db: Database): Promise<readonly string[]> {
  const [ours, theirs] = await Promise.all([
    db.tables.photos.findAll({ attributes: ["id"], raw: true }),
    db.tables.guidePhotos.findAll({ attributes: ["id"], raw: true }),
  ]);
  return [...ours, ...theirs].flatMap(({ id }) => photoNames(id));
}

/** Takes away files that no row names: of photos that were never whole, or are gone. Gives how many. */
export async function sweepPhotos(db: Database, now = Date.now()): Promise<number> {
  const store = photosOfShop(db);
  const files = await store.list();
  if (files.length === 0) return 0;
  const known = new Set(await namedPhotos(db));
  const strays = files.filter(({ name, put }) => !known.has(name) && now - put >= YOUNG_MS);
  for (const { name } of strays) await store.drop(name);
  return strays.length;
}
