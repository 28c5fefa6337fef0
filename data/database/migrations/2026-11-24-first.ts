import type { Migration } from "./migration.ts";

/** People, customers, guides, tickets and the events of their ledgers. */
export const first: Migration = {
  name: "2026-11-24-first",
  up: [
    "CREATE TABLE people (id TEXT NOT NULL PRIMARY KEY, name TEXT NOT NULL, role TEXT NOT NULL)",
    "CREATE TABLE customers (id TEXT NOT NULL PRIMARY KEY, name TEXT NOT NULL, phone TEXT NOT NULL)",
    "CREATE TABLE guides (id TEXT NOT NULL PRIMARY KEY, hash TEXT NOT NULL, body TEXT NOT NULL)",
    "CREATE TABLE plans (key TEXT NOT NULL PRIMARY KEY, body TEXT NOT NULL)",
    `CREATE TABLE tickets (
      number TEXT NOT NULL PRIMARY KEY,
      customerId TEXT NOT NULL REFERENCES customers (id),
      guideId TEXT NOT NULL REFERENCES guides (id),
      code TEXT NOT NULL, serial TEXT NOT NULL, fault TEXT NOT NULL, condition TEXT NOT NULL,
      job TEXT NOT NULL, waits TEXT NOT NULL, promised TEXT NOT NULL, takenIn TEXT NOT NULL)`,
    `CREATE TABLE moves (
      id INTEGER PRIMARY KEY AUTOINCREMENT,
      ticket TEXT NOT NULL REFERENCES tickets (number),
      at TEXT NOT NULL, "by" TEXT NOT NULL, "from" TEXT NOT NULL, "to" TEXT NOT NULL, note TEXT NOT NULL)`,
    `CREATE TABLE events (
      id TEXT NOT NULL PRIMARY KEY,
      ticket TEXT NOT NULL REFERENCES tickets (number),
      seq INTEGER NOT NULL, at TEXT NOT NULL, "by" TEXT NOT NULL, entry TEXT NOT NULL)`,
    "CREATE UNIQUE INDEX events_ticket_seq ON events (ticket, seq)",
    "CREATE INDEX moves_ticket ON moves (ticket)",
  ],
  down: ["events", "moves", "tickets", "plans", "guides", "customers", "people"].map(
    (table) => `DROP TABLE ${table}`,
  ),
};
