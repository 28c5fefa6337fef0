import { strToU8, zipSync } from "fflate";
import { reader, readJson } from "../../core/base/ajv.ts";
import { parseJson } from "../../core/base/parse-json.ts";
import { fail, type Result } from "../../core/base/result.ts";
import type { Finding, Guide } from "../../core/guide/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { addGuidePhotos, readPhoto, unknownPhotos } from "../../data/photos/index.server.ts";
import { allow, type Act } from "../act.server.ts";
import { photoAndThumb } from "../photos/index.server.ts";
import { MOST_PHOTO, unpacked, type UnpackError } from "./unpack.server.ts";
import { guideFile, storeGuide, type StoredGuide } from "../guide/index.server.ts";

const MOST_GUIDE = 4_000_000;
const FORMAT = "brisk-bench-pack";
const PHOTO = /^photos\/([\w-]{1,80})\.jpg$/;

export type PackError =
  | UnpackError
  | { readonly type: "no-picture"; readonly name: string }
  | { readonly type: "findings"; readonly findings: readonly Finding[] };

/** A guide with its answers and the pictures that its views are drawn on, as one ZIP; undefined: there is none. */
export async function packOf(db: Database, guideId: string): Promise<Uint8Array | undefined> {
  const guide = await guideFile(db, guideId);
  if (!guide) return undefined;
  const files: Record<string, Uint8Array> = {
    "pack.json": strToU8(JSON.stringify({ format: FORMAT, version: 1, guide: guideId })),
    "guide.json": strToU8(`${JSON.stringify(guide, null, 2)}\n`),
  };
  for (const id of photosIn(guide)) {
    const bytes = await readPhoto(db, id, false);
    if (bytes) files[`photos/${id}.jpg`] = new Uint8Array(bytes);
  }
  // What is in it says when it is from: the same guide gives the same pack.
  return zipSync(files, { mtime: new Date("2026-01-01T00:00:00") });
}

const photosIn = ({ views }: Guide): readonly string[] => [
  ...new Set(Object.values(views).flatMap(({ photo }) => (photo === undefined ? [] : [photo]))),
];

const readHead = reader<{ readonly guide: string }>({
  type: "object",
  required: ["format", "version", "guide"],
  properties: {
    format: { const: FORMAT },
    version: { const: 1 },
    guide: { type: "string", maxLength: 120 },
  },
});

/** Takes a pack in, whole or not at all: its guide as the next version, and the pictures that are not here yet. */
export async function takePackIn(
  act: Act,
  bytes: Uint8Array,
  why: string,
): Promise<Result<StoredGuide, PackError>> {
  allow(act, "guide");
  const opened = await unpacked(bytes, wrongEntry, ["pack.json", "guide.json"]);
  if (!opened.ok) return opened;
  const files = opened.value;
  const text = (name: string): string => new TextDecoder().decode(files[name]);
  const head = readJson(readHead, text("pack.json"));
  const guide = parseJson(text("guide.json"));
  if (!head.ok || !guide.ok) return fail({ type: "no-pack" });
  const photos: { id: string; full: Uint8Array; thumb: Uint8Array }[] = [];
  const names = Object.keys(files).flatMap((name) => PHOTO.exec(name)?.[1] ?? []);
  // A picture that is here by this id is kept as it is: ids are made once.
  for (const id of await unknownPhotos(act.db, names)) {
    const name = `photos/${id}.jpg`;
    const made = await photoAndThumb(files[name]!).catch(() => undefined);
    if (!made) return fail({ type: "no-picture", name });
    photos.push({ id, full: made.data, thumb: made.thumb });
  }
  const stored = await storeGuide(act, guide.value, why);
  if (!stored.ok) return fail({ type: "findings", findings: stored.error });
  await addGuidePhotos(act.db, stored.value.guideId, photos);
  return stored;
}

function wrongEntry(name: string, size: number): UnpackError | undefined {
  if (name === "pack.json") return size > 10_000 ? { type: "too-big" } : undefined;
  if (name === "guide.json") return size > MOST_GUIDE ? { type: "too-big" } : undefined;
  if (!PHOTO.test(name)) return { type: "stranger", name };
  return size > MOST_PHOTO ? { type: "too-big" } : undefined;
}
