import { readdirSync, writeFileSync, utimesSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { habitOf, keepHabit } from "../../data/people/index.server.ts";
import { photosOf, readPhoto, sweepPhotos } from "../../data/photos/index.server.ts";
import { done, only, TestShop } from "../../testing/shop.ts";
import { openShop } from "../open.server.ts";
import { keepPhoto, MOST_PHOTO_BYTES, takePhotoAway } from "./index.server.ts";

let shop: TestShop;
let ticket: number;
beforeEach(async () => {
  shop = await TestShop.open();
  ticket = await shop.ticket();
});
afterEach(() => shop.close());

const TOMORROW = Date.now() + 86_400_000;
const STEP = "joint:fan-plug";
const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: "#886644" } });
const keep = (bytes: Uint8Array) => keepPhoto(shop.act(), ticket, STEP, bytes);
const files = () => readdirSync(path.join(shop.folder, "photos"));

test.each(["jpeg", "png", "webp"] as const)("%s is kept with its thumbnail", async (format) => {
  const photo = only(done(await keep(await picture(640, 480).toFormat(format).toBuffer())));
  expect(photo).toMatchObject({ width: 640, height: 480, step: STEP, by: "tobin" });
  expect((await sharp(await readPhoto(shop.db, photo.id, false)).metadata()).format).toBe("jpeg");
  const thumb = await sharp(await readPhoto(shop.db, photo.id, true)).metadata();
  expect(Math.max(thumb.width, thumb.height)).toBe(220);
});

test("where and with what it was taken is not kept", async () => {
  const bytes = await picture(64, 48)
    .withExif({ IFD0: { Make: "camera" }, IFD3: { GPSLatitude: "51/1 30/1 0/1" } })
    .jpeg()
    .toBuffer();
  expect((await sharp(bytes).metadata()).exif).toBeDefined();
  const { id } = only(done(await keep(bytes)));
  expect((await sharp(await readPhoto(shop.db, id, false)).metadata()).exif).toBeUndefined();
});

test("what is no picture, or another kind of one, is refused by its content", async () => {
  const gif = await picture(8, 8).gif().toBuffer();
  const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
  for (const bytes of [Buffer.from("hello"), gif, svg, Buffer.alloc(0)]) {
    expect(await keep(bytes)).toEqual({ ok: false, error: { type: "no-photo" } });
  }
  const big = await keep(new Uint8Array(MOST_PHOTO_BYTES + 1));
  expect(big).toEqual({ ok: false, error: { type: "too-big" } });
  expect(await photosOf(shop.db, ticket)).toEqual([]);
});

test("taken away, its files go with it; from another ticket it is not", async () => {
  const { id } = only(done(await keep(await picture(30, 30).png().toBuffer())));
  expect(files()).toHaveLength(2);
  const other = await shop.ticket();
  await takePhotoAway(shop.act(), other, id);
  expect(files()).toHaveLength(2);
  expect(done(await takePhotoAway(shop.act(), ticket, id))).toEqual([]);
  expect(files()).toEqual([]);
  expect(await readPhoto(shop.db, id, false)).toBeUndefined();
});

test("files that no row names are swept away: half-written ones, and those of rows that never came", async () => {
  const { id } = only(done(await keep(await picture(30, 30).png().toBuffer())));
  for (const name of ["half.jpg.part", "orphan.jpg", "orphan.thumb.jpg"]) {
    writeFileSync(path.join(shop.folder, "photos", name), "x");
  }
  // What is young may be on its way.
  expect(await sweepPhotos(shop.db)).toBe(0);
  expect(await sweepPhotos(shop.db, TOMORROW)).toBe(3);
  expect(files().sort()).toEqual([`${id}.jpg`, `${id}.thumb.jpg`].sort());
});

test("a photo whose row was not written leaves files, and the next start sweeps them", async () => {
  const { write } = shop.db;
  Object.assign(shop.db, { write: () => Promise.reject(new Error("disk full")) });
  await expect(keep(await picture(30, 30).png().toBuffer())).rejects.toThrow("disk full");
  Object.assign(shop.db, { write });
  expect(await photosOf(shop.db, ticket)).toEqual([]);
  expect(files()).toHaveLength(2);
  for (const file of files()) utimesSync(path.join(shop.folder, "photos", file), 0, 0);
  const again = await openShop(shop.folder);
  expect(files()).toEqual([]);
  await again.db.close();
});

test("a technician's habit is the usual one until it is kept", async () => {
  expect(await habitOf(shop.db, "tobin")).toMatchObject({ habit: "cells" });
  const own = { habit: "mirror" as const, grid: { rows: 2, columns: 5, holds: 8 } };
  await keepHabit(shop.db, "tobin", own);
  expect(await habitOf(shop.db, "tobin")).toEqual(own);
});

test("the same picture of the same step, sent again or twice at once, is one", async () => {
  const bytes = await picture(40, 30).png().toBuffer();
  const first = only(done(await keep(bytes)));
  expect(done(await keep(bytes)).map(({ id }) => id)).toEqual([first.id]);
  const other = await picture(41, 30).png().toBuffer();
  await Promise.all([keep(other), keep(other)]);
  expect(await photosOf(shop.db, ticket)).toHaveLength(2);
});
