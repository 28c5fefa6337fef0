import { strToU8, unzipSync, zipSync } from "fflate";
import sharp from "sharp";
import { done, guideFile, MIREL, TestShop } from "../../testing/shop.ts";
import { versionsOf } from "../../data/guide/index.server.ts";
import { readPhoto, sweepPhotos } from "../../data/photos/index.server.ts";
import { guideFile as storedFile, storeGuide } from "../guide/index.server.ts";
import { keepView } from "../photos/index.server.ts";
import { packOf, takePackIn } from "./index.server.ts";

const TERN = "marrowby-tern-15";
let [here, there]: TestShop[] = [];
beforeEach(async () => {
  here = await TestShop.open();
  there = await TestShop.open();
});
afterEach(async () => {
  await here!.close();
  await there!.close();
});

const picture = () =>
  sharp({ create: { width: 80, height: 60, channels: 3, background: "teal" } })
    .jpeg()
    .toBuffer();

/** The Tern with a picture under its inside. */
async function pictured(shop: TestShop): Promise<string> {
  const number = await shop.ticket();
  const corners = [
    { x: 0, y: 0 },
    { x: 1, y: 0 },
    { x: 1, y: 1 },
    { x: 0, y: 1 },
  ];
  const size = { width: 360, height: 248 };
  const photo = done(await keepView(shop.act(), number, await picture(), corners, size));
  const guide = (await storedFile(shop.db, TERN))!;
  const views = { ...guide.views, inside: { ...guide.views["inside"]!, photo } };
  done(await storeGuide(shop.act(MIREL, 2), { ...guide, views }, ""));
  return photo;
}

test("a guide goes to another shop with its answers and its pictures, and back without a difference", async () => {
  const photo = await pictured(here!);
  const pack = (await packOf(here!.db, TERN))!;
  expect(Object.keys(unzipSync(pack)).sort()).toEqual([
    "guide.json",
    "pack.json",
    `photos/${photo}.jpg`,
  ]);
  const taken = done(await takePackIn(there!.act(MIREL, 3), pack, "From the other shop."));
  expect(taken.version).toMatchObject({ number: 2, why: "From the other shop." });
  expect(await storedFile(there!.db, TERN)).toEqual(await storedFile(here!.db, TERN));
  expect(await readPhoto(there!.db, photo, true)).toBeDefined();
  // It is swept away with no ticket's pictures.
  expect(await sweepPhotos(there!.db, Date.now() + 86_400_000)).toBe(0);
  expect(await readPhoto(there!.db, photo, false)).toBeDefined();
  // The same again changes nothing; back at home it is known.
  expect(done(await takePackIn(there!.act(), pack, "")).version).toBeUndefined();
  const back = (await packOf(there!.db, TERN))!;
  expect(done(await takePackIn(here!.act(), back, "")).version).toBeUndefined();
  expect(await packOf(here!.db, TERN)).toEqual(pack);
  expect(await packOf(here!.db, "no-such-guide")).toBeUndefined();
});

const head = { format: "brisk-bench-pack", version: 1, guide: TERN };
const json = (value: unknown) => strToU8(JSON.stringify(value));
const whole = () => ({
  "pack.json": json(head),
  "guide.json": json({ ...guideFile(TERN), note: "Otherwise." }),
});

test.each<[string, () => Uint8Array | Promise<Uint8Array>, object]>([
  ["no ZIP", () => strToU8("PK and then nothing"), { type: "no-zip" }],
  ["half a ZIP", () => zipSync(whole()).slice(0, 3000), { type: "no-zip" }],
  ["a ZIP of something else", () => zipSync({ "a.txt": json(1) }), { type: "stranger" }],
  ["one that climbs", () => zipSync({ ...whole(), "../../etc/x": json(1) }), { type: "stranger" }],
  [
    "one that climbs among the pictures",
    () => zipSync({ ...whole(), "photos/../x.jpg": json(1) }),
    { type: "stranger", name: "photos/../x.jpg" },
  ],
  [
    "one with an absolute path",
    () => zipSync({ ...whole(), "/x.jpg": json(1) }),
    { type: "stranger" },
  ],
  ["one without its head", () => zipSync({ "guide.json": json(1) }), { type: "no-pack" }],
  [
    "one of another kind",
    () => zipSync({ ...whole(), "pack.json": json({ ...head, format: "other" }) }),
    { type: "no-pack" },
  ],
  [
    "a newer one",
    () => zipSync({ ...whole(), "pack.json": json({ ...head, version: 2 }) }),
    { type: "no-pack" },
  ],
  [
    "a guide that is too large",
    () => zipSync({ ...whole(), "guide.json": new Uint8Array(5_000_000) }),
    { type: "too-big" },
  ],
  [
    "pictures that are too many megabytes unpacked",
    () => {
      const blank = new Uint8Array(19_000_000);
      const names = Array.from({ length: 12 }, (_, i) => [`photos/p${i}.jpg`, blank] as const);
      return zipSync({ ...whole(), ...Object.fromEntries<Uint8Array>(names) }, { level: 1 });
    },
    { type: "too-big" },
  ],
  [
    "too many files",
    () =>
      zipSync({
        ...whole(),
        ...Object.fromEntries(Array.from({ length: 400 }, (_, i) => [`photos/p${i}.jpg`, json(i)])),
      }),
    { type: "too-big" },
  ],
  [
    "a picture that is none",
    () => zipSync({ ...whole(), "photos/p.jpg": json("no picture") }),
    { type: "no-picture", name: "photos/p.jpg" },
  ],
  [
    "a guide that the check refuses",
    () => zipSync({ ...whole(), "guide.json": json({ ...guideFile(TERN), parts: {} }) }),
    { type: "findings" },
  ],
])(
  "%s is refused whole",
  async (_, make, error) => {
    const taken = await takePackIn(there!.act(MIREL, 3), await make(), "");
    expect(taken).toMatchObject({ ok: false, error });
    expect(await versionsOf(there!.db, TERN)).toHaveLength(1);
    expect(await readPhoto(there!.db, "p", false)).toBeUndefined();
  },
  30_000,
);

test("a bomb that lies about its size unpacks to no more than it says", async () => {
  const bomb = zipSync({ ...whole(), "photos/p.jpg": new Uint8Array(15_000_000) });
  // Both places that say the unpacked size: the file's own head, and the list at the end.
  const lied = bomb.slice();
  const view = new DataView(lied.buffer);
  for (let i = 0; i + 30 < lied.length; i++) {
    const mark = view.getUint32(i, true);
    if (mark === 0x04034b50 && view.getUint32(i + 22, true) === 15_000_000) {
      view.setUint32(i + 22, 10, true);
    }
    if (mark === 0x02014b50 && view.getUint32(i + 24, true) === 15_000_000) {
      view.setUint32(i + 24, 10, true);
    }
  }
  expect((await takePackIn(there!.act(), lied, "")).ok).toBe(false);
  expect(await versionsOf(there!.db, TERN)).toHaveLength(1);
});
