import type { Migration } from "./migration.ts";

/** The order of soaks stands in a column: it was that of SQLite's own row numbers, which no other database has. */
export const order: Migration = {
  name: "2026-12-04-order",
  up: [
    "ALTER TABLE soaks ADD COLUMN seq INTEGER NOT NULL DEFAULT 0 CHECK (seq >= 0)",
    "UPDATE soaks SET seq = rowid",
  ],
  down: ["ALTER TABLE soaks DROP COLUMN seq"],
};
