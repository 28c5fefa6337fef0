import { mkdir, readFile, rm, writeFile } from "node:fs/promises";
import path from "node:path";
import sharp from "sharp";
import { fail, ok, type Result } from "../../core/base/result.ts";
import type { Database } from "../database/database.server.ts";
import type { PhotoRow } from "../database/tables.server.ts";

export type Photo = Readonly<PhotoRow>;
export const MOST_PHOTO_BYTES = 20_000_000;
export type PhotoError = { readonly type: "too-big" } | { readonly type: "no-photo" };

const KINDS = ["jpeg", "png", "webp"];
const LONGEST = 2400;
const THUMB = 220;

/**
 * Keeps a photo: what it is says its content, not its name. It is turned upright, made small enough and
 * written anew as JPEG, so nothing else that was in the file (place, camera, owner) is kept. Files
 * lie beside the database, a thumbnail with each.
 */
export async function addPhoto(
  db: Database,
  facts: Omit<Photo, "width" | "height">,
  bytes: Uint8Array,
): Promise<Result<Photo, PhotoError>> {
  if (bytes.length > MOST_PHOTO_BYTES) return fail({ type: "too-big" });
  const made = await photoAndThumb(bytes).catch(() => undefined);
  if (!made) return fail({ type: "no-photo" });
  const { width, height } = made.info;
  await mkdir(path.join(db.folder, "photos"), { recursive: true });
  await writeFile(fileOf(db, facts.id, false), made.data);
  await writeFile(fileOf(db, facts.id, true), made.thumb);
  const photo = { ...facts, width, height };
  await db.models.photos.create(photo);
  return ok(photo);
}

async function photoAndThumb(bytes: Uint8Array) {
  const image = sharp(bytes, { limitInputPixels: 100_000_000 }).rotate();
  const { format } = await image.metadata();
  if (!KINDS.includes(format)) return undefined;
  const full = image.clone().resize(LONGEST, LONGEST, { fit: "inside", withoutEnlargement: true });
  const { data, info } = await full.jpeg({ quality: 86 }).toBuffer({ resolveWithObject: true });
  const thumb = await sharp(data).resize(THUMB, THUMB, { fit: "inside" }).jpeg().toBuffer();
  return { data, info, thumb };
}

const fileOf = (db: Database, id: string, isThumb: boolean): string =>
  path.join(db.folder, "photos", `${id}${isThumb ? ".thumb" : ""}.jpg`);

/** The photos of a ticket, oldest first. */
export async function photosOf(db: Database, ticket: string): Promise<readonly Photo[]> {
  return db.models.photos.findAll({ where: { ticket }, order: ["at", "id"], raw: true });
}

export async function readPhoto(
  db: Database,
  id: string,
  isThumb: boolean,
): Promise<Buffer | undefined> {
  if (!(await db.models.photos.findByPk(id, { raw: true }))) return undefined;
  return readFile(fileOf(db, id, isThumb)).catch(() => undefined);
}

/** Takes a photo away, with its files; whether there was one. */
export async function dropPhoto(db: Database, ticket: string, id: string): Promise<boolean> {
  if ((await db.models.photos.destroy({ where: { id, ticket } })) === 0) return false;
  for (const isThumb of [false, true]) await rm(fileOf(db, id, isThumb), { force: true });
  return true;
}
