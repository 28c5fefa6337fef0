import type { Migration } from "./migration.ts";

/** The shop's own shelves: what lies there, and each time it became more or fewer. */
export const stock: Migration = {
  name: "2026-12-02-stock",
  up: [
    `CREATE TABLE stock (
      id TEXT NOT NULL PRIMARY KEY,
      code TEXT NOT NULL CHECK (length(code) BETWEEN 1 AND 120),
      name TEXT NOT NULL,
      condition TEXT NOT NULL CHECK (condition IN ('new', 'used', 'pulled')),
      place TEXT NOT NULL,
      price INTEGER NOT NULL CHECK (price >= 0),
      least INTEGER NOT NULL CHECK (least >= 0),
      story TEXT NOT NULL,
      count INTEGER NOT NULL CHECK (count >= 0))`,
    "CREATE INDEX stock_code ON stock (code)",
    `CREATE TABLE stock_moves (
      id INTEGER PRIMARY KEY AUTOINCREMENT,
      item TEXT NOT NULL REFERENCES stock (id),
      change INTEGER NOT NULL CHECK (change <> 0),
      ticket INTEGER REFERENCES tickets (number),
      why TEXT NOT NULL,
      at TEXT NOT NULL,
      "by" TEXT NOT NULL REFERENCES people (id))`,
    "CREATE INDEX stock_moves_item ON stock_moves (item)",
  ],
  down: ["DROP TABLE stock_moves", "DROP TABLE stock"],
};
