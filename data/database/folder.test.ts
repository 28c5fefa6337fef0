import {
  chmodSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { done, FACTS, ofAFile, TestShop } from "../../testing/shop.ts";
import { takeIn } from "../../shop/ticket/index.server.ts";
import { openDatabase } from "./open.server.ts";
import { databaseFile, holdFolder, markFault, shutToOthers } from "./folder.server.ts";
import { DataTrouble, faultOf } from "./trouble.server.ts";

describe("what an error means for the folder", () => {
  test.each([
    [{ code: "ENOSPC" }, "full"],
    [{ parent: { code: "SQLITE_FULL" } }, "full"],
    [{ original: { code: "SQLITE_READONLY" } }, "read-only"],
    [{ code: "EROFS" }, "read-only"],
    [{ parent: { parent: { code: "SQLITE_BUSY" } } }, "locked"],
    [{ parent: { code: "SQLITE_NOTADB" } }, "damaged"],
    [{ code: "ENOTDIR" }, "no-folder"],
    [{ code: "ECONNREFUSED" }, "away"],
    [{ parent: { code: "57P01" } }, "away"],
    [{ original: { code: "53100" } }, "full"],
    [{ parent: { code: "25006" } }, "read-only"],
    [{ parent: { code: "55P03" } }, "locked"],
    [new Error("Connection terminated unexpectedly"), "away"],
    [new Error("something else"), undefined],
    ["text", undefined],
  ])("%j → %s", (error, fault) => expect(faultOf(error)).toBe(fault));

  test("it is said of a folder as of a folder, and of a server as of a server", () => {
    expect(new DataTrouble("full", "/srv/bench").message).toMatch(
      /^The data folder \/srv\/bench is on a disk that is full/,
    );
    expect(new DataTrouble("full", "postgres://db.lan/shop").message).toMatch(
      /^The database postgres:\/\/db\.lan\/shop is on a disk that is full: make room there/,
    );
    expect(new DataTrouble("another", "postgres://db.lan/shop").message).toMatch(/BENCH_DATABASE/);
  });

  test("an error that is its own cause ends", () => {
    const error: { parent?: unknown } = {};
    error.parent = error;
    expect(faultOf(error)).toBeUndefined();
  });
});

test.each([
  [undefined, { id: "a", count: 0 }, undefined],
  [{ id: "a", count: 5 }, { id: "a", count: 5 }, undefined],
  [{ id: "a", count: 5 }, { id: "a", count: 9 }, undefined],
  [{ id: "a", count: 5 }, { id: "a", count: 4 }, "older"],
  [{ id: "a", count: 5 }, { id: "b", count: 0 }, "emptied"],
  [{ id: "a", count: 5 }, { id: "b", count: 7 }, "another"],
])("a mark %j beside %j: %s", (mark, now, fault) => expect(markFault(mark, now)).toBe(fault));

ofAFile("a data folder", () => {
  let shop: TestShop;
  beforeEach(async () => {
    shop = await TestShop.open();
    const number = await shop.atBench({ parts: ["fan"] });
    await shop.play(number, 4);
  });
  afterEach(() => shop.close().catch(() => undefined));
  const fault = async (isKnown = false): Promise<string | undefined> => {
    try {
      await (await openDatabase(shop.folder, { isKnown })).close();
      return undefined;
    } catch (error) {
      if (error instanceof DataTrouble) return error.fault;
      throw error;
    }
  };

  test("that is as it was opens again, and its shop is the same one", async () => {
    const before = await shop.db.standing();
    expect(before.count).toBeGreaterThan(4);
    await shop.db.close();
    const again = await openDatabase(shop.folder);
    expect(await again.standing()).toEqual(before);
    await again.close();
  });

  test("whose database was emptied or taken away is refused, and opens when it is back", async () => {
    await shop.db.close();
    const aside = `${databaseFile(shop.folder)}.aside`;
    renameSync(databaseFile(shop.folder), aside);
    expect(await fault(true)).toBe("gone");
    expect(await fault()).toBe("emptied");
    rmSync(databaseFile(shop.folder), { force: true });
    renameSync(aside, databaseFile(shop.folder));
    expect(await fault()).toBeUndefined();
  });

  test("with an older copy in it is refused", async () => {
    await shop.db.close();
    writeFileSync(
      path.join(shop.folder, "bench.mark.json"),
      JSON.stringify({
        id: (await (await openDatabase(shop.folder)).standing()).id,
        count: 99_999,
      }),
    );
    expect(await fault()).toBe("older");
  });

  test("with something else under that name is refused as damaged", async () => {
    await shop.db.close();
    writeFileSync(
      databaseFile(shop.folder),
      "this is no database, whatever its name says".repeat(50),
    );
    expect(await fault()).toBe("damaged");
    truncateSync(databaseFile(shop.folder), 0);
    expect(await fault()).toBe("emptied");
  });

  test("with a damaged page is refused, with what is whole and what is not", async () => {
    await shop.atBench();
    await shop.db.close();
    const bytes = readFileSync(databaseFile(shop.folder));
    // Every page that has the customer on it.
    for (let page = 1; page * 4096 < bytes.length; page++) {
      const at = page * 4096;
      if (bytes.subarray(at, at + 4096).includes("Wren")) bytes.fill(0xff, at, at + 4096);
    }
    writeFileSync(databaseFile(shop.folder), bytes);
    const opened = openDatabase(shop.folder);
    await expect(opened).rejects.toThrow(
      /damaged.*restore.*Not to be read: [^.]*customers[^.]*\. Whole: /,
    );
    await expect(opened).rejects.toThrow(/Whole: [^.]*guides/);
  });

  test("is shut to others: what was open to them is told of once", () => {
    chmodSync(databaseFile(shop.folder), 0o644);
    chmodSync(shop.folder, 0o755);
    expect(shutToOthers(shop.folder)).toBe(true);
    for (const at of [shop.folder, databaseFile(shop.folder)]) {
      expect(statSync(at).mode & 0o077).toBe(0);
    }
    expect(shutToOthers(shop.folder)).toBe(false);
  });

  test("that is a file is no folder", async () => {
    const file = path.join(mkdtempSync(path.join(tmpdir(), "bench-file-")), "data");
    writeFileSync(file, "x");
    await expect(openDatabase(file)).rejects.toThrow(/is no folder|not there/);
  });

  test("is held by who serves it: another server may, one that replaces it may not, until they are gone", async () => {
    const other = await openDatabase(shop.folder);
    await expect(holdFolder(shop.folder, "alone")).rejects.toThrow(/held by another program/);
    await other.close();
    await expect(holdFolder(shop.folder, "alone")).rejects.toThrow(/held by another program/);
    await shop.db.close();
    const letGo = await holdFolder(shop.folder, "alone");
    expect(await fault()).toBe("locked");
    await letGo();
    expect(await fault()).toBeUndefined();
  });

  test("that is taken away takes nothing more: no tick is acknowledged into a file that is gone", async () => {
    const aside = `${databaseFile(shop.folder)}.aside`;
    renameSync(databaseFile(shop.folder), aside);
    await expect(takeIn(shop.act(), FACTS)).rejects.toThrow(/is not there any more/);
    expect(await shop.db.isInPlace()).toBe(false);
    renameSync(aside, databaseFile(shop.folder));
    expect(done(await takeIn(shop.act(), FACTS))).toBe(1002);
  });

  test("on a full disk takes nothing, says so, and goes on when there is room", async () => {
    const { sequelize } = shop.db;
    const limit = (pages: number) =>
      shop.db.write((transaction) =>
        sequelize.query(`PRAGMA max_page_count = ${pages}`, { transaction }),
      );
    await limit(1);
    const large = { ...FACTS, fault: "x".repeat(1000) };
    const takeMany = async () => {
      for (let i = 0; i < 200; i++) done(await takeIn(shop.act(), large));
    };
    await expect(takeMany()).rejects.toThrow(/disk that is full/);
    await limit(1_000_000);
    expect((await takeIn(shop.act(), large)).ok).toBe(true);
  });
});
