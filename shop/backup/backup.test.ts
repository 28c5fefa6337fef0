import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import sharp from "sharp";
import { readPhoto } from "../../data/photos/index.server.ts";
import { verifyCopy } from "../../data/backup/index.server.ts";
import { DataTrouble } from "../../data/database/index.server.ts";
import { done, ofAFile, TestShop } from "../../testing/shop.ts";
import { openShop } from "../open.server.ts";
import { keepPhoto } from "../photos/index.server.ts";
import { nextNight } from "../../core/backup/index.ts";
import { backupWords } from "../../core/words/index.ts";
import {
  backUp,
  backupState,
  newBackupKey,
  nightlyIn,
  restore,
  withWayBack,
} from "./index.server.ts";

let shop: TestShop;
let to: string;
beforeEach(async () => {
  shop = await TestShop.open();
  to = mkdtempSync(path.join(tmpdir(), "bench-backup-"));
});
afterEach(async () => {
  await shop.close().catch(() => undefined);
  rmSync(to, { recursive: true, force: true });
});

const NOW = new Date(Date.UTC(2026, 0, 2, 2, 30));

async function pictured(): Promise<string> {
  const number = await shop.atBench({ parts: ["fan"] });
  await shop.play(number, 4);
  const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: "red" } })
    .jpeg()
    .toBuffer();
  return done(await keepPhoto(shop.act(), number, "intake", picture))[0]!.id;
}

ofAFile("a shop in its folder", () => {
  test("a folder that is damaged names the way to the last back-up that is whole", async () => {
    const nightly = { to, hour: 2, minute: 30, keep: 14, key: undefined };
    const good = done(await backUp(shop.db, to, NOW, 14)).folder;
    const later = new Date(NOW.getTime() + 86_400_000);
    const bad = done(await backUp(shop.db, to, later, 14)).folder;
    writeFileSync(path.join(bad, "bench.sqlite"), "half of a file");
    await shop.db.close();
    writeFileSync(path.join(shop.folder, "bench.sqlite"), "no database".repeat(400));
    const said = async (place: typeof nightly | undefined) => {
      const error: unknown = await openShop(shop.folder).catch((thrown: unknown) => thrown);
      return String(await withWayBack(error, shop.folder, place));
    };
    expect(await said(nightly)).toContain(
      `npm run restore -- --from ${good} --data ${shop.folder}`,
    );
    expect(await said(undefined)).not.toContain("--from");
    rmSync(good, { recursive: true });
    expect(await said(nightly)).toContain(`No back-up in ${to} is whole.`);
  });

  test("a locked back-up says nothing to whoever finds it, and is put back with its key alone", async () => {
    await pictured();
    const { opens, locks } = await newBackupKey();
    const { folder } = done(await backUp(shop.db, to, NOW, 5, locks));
    const files = readdirSync(folder, { recursive: true, encoding: "utf8" });
    expect(files.filter((name) => !/\.age$|^photos$|^manifest\.json$/.test(name))).toEqual([]);
    for (const name of files.filter((one) => one !== "photos")) {
      const text = readFileSync(path.join(folder, name), "latin1");
      expect([name, /SQLite|Hollis|JFIF|photos\/\w+\.jpg"/.test(text)]).toEqual([name, false]);
    }
    // What was read back before it was locked is gone from where the shop lies.
    expect(readdirSync(shop.folder).filter((name) => name.endsWith(".part"))).toEqual([]);
    const before = await shop.db.standing();
    await shop.db.close();
    const other = await newBackupKey();
    for (const [key, type] of [
      [undefined, "no-key"],
      ["no key at all", "no-key"],
      [other.opens, "other-key"],
    ] as const) {
      expect(await restore(folder, shop.folder, NOW, key)).toMatchObject({ error: { type } });
    }
    const nightly = { to, hour: 2, minute: 30, keep: 14, key: locks };
    const damaged = new DataTrouble("damaged", "It is damaged.");
    expect(String(await withWayBack(damaged, shop.folder, nightly))).toContain("--key FILE");
    done(await restore(folder, shop.folder, NOW, opens));
    expect(readdirSync(shop.folder).filter((name) => name.endsWith(".part"))).toEqual([]);
    const again = await openShop(shop.folder);
    expect(await again.db.standing()).toEqual(before);
    await again.db.close();
    // One byte less, and it is broken before anything is opened.
    writeFileSync(path.join(folder, "bench.sqlite.age"), "age-encryption.org/v1");
    expect(await restore(folder, shop.folder, NOW, opens)).toMatchObject({
      error: { type: "file-broken", name: "bench.sqlite.age" },
    });
  });

  test("a shop is copied while it works, read back, and put in place again as it was", async () => {
    const photo = await pictured();
    const before = await shop.db.standing();
    const writing = Promise.all(Array.from({ length: 10 }, () => shop.ticket()));
    const { folder, manifest } = done(await backUp(shop.db, to, NOW, 5));
    await writing;
    expect(manifest.mark).toEqual(before);
    expect(manifest.files.map(({ name }) => name)).toEqual([
      "bench.sqlite",
      `photos/${photo}.jpg`,
      `photos/${photo}.thumb.jpg`,
    ]);
    expect(await backupState(shop.db)).toMatchObject({ good: { folder, photos: 1 } });
    const number = await shop.ticket();
    await expect(restore(folder, shop.folder, NOW)).rejects.toThrow(/held by another program/);
    await shop.db.close();
    done(await restore(folder, shop.folder, NOW));
    const again = await openShop(shop.folder);
    expect(await again.db.standing()).toEqual(before);
    expect(await again.db.tables.tickets.findByPk(number)).toBeNull();
    expect(await readPhoto(again.db, photo, false)).toBeDefined();
    await again.db.close();
    // What lay there before is kept.
    expect(readdirSync(shop.folder).some((name) => name.startsWith("before-2026-01-02"))).toBe(
      true,
    );
  });
});

test.each([
  ["bench.sqlite", "file-broken"],
  ["manifest.json", "no-backup"],
])("a copy whose %s is another one than was written is not put in place", async (name, type) => {
  await pictured();
  const { folder } = done(await backUp(shop.db, to, NOW, 5));
  await shop.db.close();
  writeFileSync(path.join(folder, name), "x");
  const refused = await restore(folder, shop.folder, NOW);
  expect(refused).toMatchObject({ ok: false, error: { type } });
  if (!refused.ok) expect(backupWords(refused.error)).toMatch(/\.$/);
  await (await openShop(shop.folder)).db.close();
});

test("a manifest that leads out of its folder is none", async () => {
  const { folder } = done(await backUp(shop.db, to, NOW, 5));
  const files = [{ name: "../../etc/passwd", bytes: 1, sha256: "0".repeat(64) }];
  const mark = { id: "a", count: 1 };
  const manifest = { format: "brisk-bench-backup", version: 1, at: "", mark, files };
  writeFileSync(path.join(folder, "manifest.json"), JSON.stringify(manifest));
  expect(await verifyCopy(folder)).toMatchObject({ error: { type: "no-backup" } });
});

test("the newest so many are kept", async () => {
  for (let day = 1; day <= 4; day++) {
    done(await backUp(shop.db, to, new Date(Date.UTC(2026, 0, day)), 2));
  }
  expect(readdirSync(to).sort()).toEqual([
    "bench-2026-01-03T00-00-00Z",
    "bench-2026-01-04T00-00-00Z",
  ]);
});

test("one that did not work is noted beside the last good one", async () => {
  done(await backUp(shop.db, to, NOW, 2));
  const blocked = path.join(to, "a-file");
  writeFileSync(blocked, "x");
  await expect(backUp(shop.db, path.join(blocked, "below"), NOW, 2)).rejects.toThrow();
  const { good, bad } = await backupState(shop.db);
  expect(good?.folder).toContain("bench-2026-01-02");
  expect(bad?.why).toMatch(/ENOTDIR/);
});

const day = (date: number, hour: number, minute: number) => new Date(2026, 0, date, hour, minute);
test.each([
  [day(2, 1, 0), day(2, 2, 30)],
  [day(2, 2, 30), day(3, 2, 30)],
  [day(2, 23, 59), day(3, 2, 30)],
])("after %s the next night is %s", (now, next) => {
  expect(nextNight(now, 2, 30)).toEqual(next);
});

test("the nightly one is what the environment says", () => {
  expect(nightlyIn({})).toBeUndefined();
  expect(nightlyIn({ BENCH_BACKUP: "/b" })).toEqual({
    to: "/b",
    hour: 2,
    minute: 30,
    keep: 14,
    key: undefined,
  });
  expect(() => nightlyIn({ BENCH_BACKUP: "/b", BENCH_BACKUP_KEY: "secret" })).toThrow(
    /begins with age1/,
  );
  expect(() => nightlyIn({ BENCH_BACKUP: "/b", BENCH_BACKUP_AT: "25:00" })).toThrow(/like 02:30/);
  expect(() => nightlyIn({ BENCH_BACKUP: "/b", BENCH_BACKUP_KEEP: "0" })).toThrow(/1 or more/);
});
