import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import sharp from "sharp";
import { keepPhoto } from "../../shop/photos/index.server.ts";
import { done, FACTS, ofAServer, TestShop } from "../../testing/shop.ts";
import { openDatabase } from "../database/index.server.ts";
import { readPhoto } from "../photos/index.server.ts";
import { copyShop, moveShop, verifyCopy } from "./index.server.ts";
import { talliesOf } from "./rows.server.ts";

ofAServer("a shop in a server", () => {
  let shop: TestShop;
  let aside: string;
  const server = () => process.env["BENCH_DATABASE"]!;
  const named = (schema: string) => server().replace("{folder}", schema);
  beforeEach(async () => {
    aside = mkdtempSync(path.join(tmpdir(), "bench-moved-"));
    shop = await TestShop.open();
    const number = await shop.atBench({ parts: ["fan"], customer: "Ünal Ðorđe", phone: "+1 'x'" });
    await shop.play(number);
    const picture = await sharp({
      create: { width: 40, height: 30, channels: 3, background: "red" },
    })
      .jpeg()
      .toBuffer();
    done(await keepPhoto(shop.act(), number, "intake", picture));
  });
  afterEach(async () => {
    await shop.close();
    rmSync(aside, { recursive: true, force: true });
  });

  test("is moved into a folder and back into a server, each row and picture the same, and goes on", async () => {
    const before = await talliesOf(shop.db);
    const standing = await shop.db.standing();
    await shop.db.close();
    const folder = path.join(aside, "taken");
    const tables: string[] = [];
    const out = done(
      await moveShop(shop.folder, server(), { folder }, ({ table }) => tables.push(table)),
    );
    expect(out.photos).toBe(2);
    expect(tables).toEqual(before.map(({ table }) => table));
    expect(out.tables).toEqual(before);
    const file = await openDatabase(folder);
    expect(await talliesOf(file)).toEqual(before);
    expect(await file.standing()).toEqual(standing);
    const [photo] = await file.tables.photos.findAll({ raw: true });
    expect(await readPhoto(file, photo!.id, true)).toBeDefined();
    await file.close();
    // And on into another place of the server.
    const again = named(path.basename(aside).toLowerCase().replaceAll("-", "_"));
    const back = done(await moveShop(folder, "", { server: again }, () => undefined));
    expect(back.tables).toEqual(before);
    const moved = await openDatabase(folder, { server: again });
    expect(await moved.standing()).toEqual(standing);
    // Numbers are given out behind those that came along.
    const there = { ...shop.act(), db: moved };
    const { takeIn } = await import("../../shop/ticket/index.server.ts");
    expect(done(await takeIn(there, FACTS))).toBe(1002);
    await moved.close();
    expect(await moveShop(folder, "", { server: again }, () => undefined)).toEqual({
      ok: false,
      error: { type: "not-empty" },
    });
    expect(await moveShop(shop.folder, again, { folder }, () => undefined)).toEqual({
      ok: false,
      error: { type: "not-empty" },
    });
  });

  test("is not moved while a server has it open", async () => {
    const moving = moveShop(
      shop.folder,
      server(),
      { folder: path.join(aside, "x") },
      () => undefined,
    );
    await expect(moving).rejects.toThrow(/is held by another/);
  });

  test("is backed up as a folder while it works, and that folder is a shop", async () => {
    const before = await talliesOf(shop.db);
    const writing = Promise.all(Array.from({ length: 8 }, () => shop.ticket()));
    const { folder, manifest } = done(await copyShop(shop.db, aside, "2026-01-02T02:30:00.000Z"));
    await writing;
    expect(done(await verifyCopy(folder)).mark.id).toBe((await shop.db.standing()).id);
    expect(readdirSync(folder).sort()).toEqual(["bench.sqlite", "manifest.json", "photos"]);
    expect(manifest.files).toHaveLength(3);
    const file = await openDatabase(folder);
    const copied = await talliesOf(file);
    await file.close();
    const of = (name: string) => (one: { table: string }) => one.table === name;
    expect(copied.find(of("events"))).toEqual(before.find(of("events")));
  });
});
