import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { type Model, type ModelStatic, QueryTypes, type Sequelize } from "sequelize";
import { connect } from "./connections.server.ts";
import { openDatabase } from "./open.server.ts";
import { migrate, migrateDownTo } from "./migrate.server.ts";
import { migrations } from "./migrations/index.ts";

const OLD = readFileSync(
  path.join(import.meta.dirname, "../../testing/databases/shop-2026-11-26.sql"),
  "utf8",
);

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), "bench-old-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A data folder as the version of 2026-11-26 left it. */
async function oldShop(): Promise<Sequelize> {
  const db = connect(path.join(folder, "bench.sqlite"));
  for (const sql of OLD.split(";\n")) {
    if (sql.trim() !== "") await db.query(sql.replace(/^--.*\n/, ""));
  }
  return db;
}

const select = <Row extends object>(db: Sequelize, sql: string) =>
  db.query<Row>(sql, { type: QueryTypes.SELECT });

test("an old shop is brought to this form: numbers, people by id, streams, causes, codes, versions", async () => {
  const db = await oldShop();
  await migrate(db);
  expect(await select(db, "PRAGMA foreign_key_check")).toEqual([]);
  expect(await select(db, "SELECT number, waits FROM tickets ORDER BY number")).toEqual([
    { number: 1001, waits: "bench" },
    { number: 1002, waits: "bench" },
    { number: 1003, waits: "bench" },
    { number: 1004, waits: "customer" },
    { number: 1005, waits: "collection" },
    { number: 9999, waits: "customer" },
  ]);
  const strangers = await select(
    db,
    `SELECT "by" FROM events WHERE "by" NOT IN ('mirel', 'tobin', 'ysolde')`,
  );
  expect(strangers).toEqual([{ by: `name-${Buffer.from("Somebody Gone").toString("hex")}` }]);
  expect(await select(db, "SELECT id, length, code FROM streams WHERE ticket = 1001")).toEqual([
    { id: "job:1001", length: 10, code: "MT15-A3" },
  ]);
  expect(await select(db, "SELECT id, causedBy FROM events WHERE causedBy IS NOT NULL")).toEqual([
    { id: "demo-1001-8.replan", causedBy: "demo-1001-8" },
  ]);
  expect(await select(db, "SELECT key FROM guide_codes ORDER BY key")).toEqual([
    { key: "MT15-A2" },
    { key: "MT15-A3" },
  ]);
  expect(await select(db, "SELECT guideId, number FROM guide_versions")).toEqual([
    { guideId: "marrowby-tern-15", number: 1 },
  ]);
  await db.close();
});

test("down again it is as it was, and up once more works", async () => {
  const db = await oldShop();
  const tables = ["tickets", "moves", "events", "notes", "photos", "soaks", "habits", "customers"];
  const rows = async () =>
    Promise.all(
      tables.map(async (table) =>
        (await select(db, `SELECT * FROM ${table}`)).map((row) => JSON.stringify(row)).sort(),
      ),
    );
  const before = await rows();
  await migrate(db);
  await migrateDownTo(db, "2026-11-25-bench");
  const after = await rows();
  // The plan that opened a ledger had no person before; its tables are otherwise the same.
  const known = (list: readonly (readonly string[])[]): unknown =>
    list.map((table) =>
      table.map((row) => row.replace(/"by":"[^"]*"/, "").replace(/"id":"[^"]*"/, "")),
    );
  expect(known(after)).toEqual(known(before));
  await migrate(db);
  expect(await select(db, "PRAGMA foreign_key_check")).toEqual([]);
  await db.close();
});

test("a database of a newer version is refused with a sentence, and nothing is changed", async () => {
  const db = await openDatabase(folder);
  await db.sequelize.query("INSERT INTO SequelizeMeta (name) VALUES ('2099-01-01-later')");
  await db.close();
  await expect(openDatabase(folder)).rejects.toThrow(/newer version .*2099-01-01-later/);
});

test("a migration that fails half-way leaves nothing behind", async () => {
  const db = await oldShop();
  await db.query(`UPDATE tickets SET promised = 'some day' WHERE number = '1001'`);
  await expect(migrate(db)).rejects.toThrow();
  const tables = await select<{ name: string }>(
    db,
    "SELECT name FROM sqlite_master WHERE name LIKE 'old_%' OR name = 'streams'",
  );
  expect(tables).toEqual([]);
  expect(await select(db, "SELECT name FROM SequelizeMeta")).toHaveLength(2);
  await db.close();
});

test("the models describe the tables that the migrations make", async () => {
  const db = await openDatabase(folder);
  interface Column {
    readonly name: string;
    readonly type: string;
    readonly notnull: number;
    readonly pk: number;
  }
  const made = new Set<string>();
  const models: readonly ModelStatic<Model>[] = Object.values(db.tables);
  for (const model of models) {
    const columns = await db.select<Column>(`PRAGMA table_info(${model.tableName})`);
    made.add(model.tableName);
    const said = Object.values(model.getAttributes()).map((column) => [
      column.field,
      (column.type as { key: string }).key,
      column.allowNull === false || column.autoIncrement === true,
      column.primaryKey === true,
    ]);
    const is = columns.map(({ name, type, notnull, pk }) => [
      name,
      type,
      notnull === 1 || (pk === 1 && type === "INTEGER"),
      pk > 0,
    ]);
    expect([model.tableName, said]).toEqual([model.tableName, is]);
  }
  const tables = await db.select<{ name: string }>(
    "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'",
  );
  expect([...made, "SequelizeMeta"].sort()).toEqual(tables.map(({ name }) => name).sort());
  await db.close();
});

test.each([
  ["a role that there is not", "INSERT INTO people (id, name, role) VALUES ('x', 'X', 'king')"],
  [
    "two people of one name",
    "INSERT INTO people (id, name, role) SELECT 'x' || id, name, role FROM people",
  ],
  ["a ticket of no customer", `UPDATE tickets SET customerId = 'nobody' WHERE number = 1001`],
  ["a wait that there is not", "UPDATE tickets SET waits = 'godot'"],
  ["a promise that is no day", "UPDATE tickets SET promised = 'soon'"],
  ["an event of nobody", `UPDATE events SET "by" = 'nobody'`],
  ["a hole that is filled twice", "UPDATE events SET seq = 0"],
  ["a body that is no JSON", "UPDATE events SET body = '{'"],
  ["an empty note", "UPDATE notes SET text = ''"],
])("%s is refused by the database itself", async (_, sql) => {
  const db = await oldShop();
  await migrate(db);
  await expect(db.query(sql)).rejects.toThrow(/constraint|Validation/i);
  await db.close();
});

test("migrations have names in the order of their days", () => {
  const names = migrations.map(({ name }) => name);
  expect([...names].sort()).toEqual(names);
});
