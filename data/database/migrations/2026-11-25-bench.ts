import type { Migration } from "./migration.ts";

/** What the bench keeps beside the ledger: notes, photos, soaks, habits. */
export const bench: Migration = {
  name: "2026-11-25-bench",
  up: [
    `CREATE TABLE notes (
      id TEXT NOT NULL PRIMARY KEY,
      guideId TEXT NOT NULL REFERENCES guides (id),
      step TEXT NOT NULL, text TEXT NOT NULL,
      ticket TEXT NOT NULL REFERENCES tickets (number),
      at TEXT NOT NULL, "by" TEXT NOT NULL)`,
    "CREATE INDEX notes_guide_id ON notes (guideId)",
    `CREATE TABLE photos (
      id TEXT NOT NULL PRIMARY KEY,
      ticket TEXT NOT NULL REFERENCES tickets (number),
      step TEXT NOT NULL, width INTEGER NOT NULL, height INTEGER NOT NULL,
      at TEXT NOT NULL, "by" TEXT NOT NULL)`,
    "CREATE INDEX photos_ticket ON photos (ticket)",
    `CREATE TABLE soaks (
      id TEXT NOT NULL PRIMARY KEY,
      ticket TEXT NOT NULL REFERENCES tickets (number),
      round TEXT NOT NULL, readings TEXT NOT NULL, at TEXT NOT NULL, "by" TEXT NOT NULL)`,
    "CREATE INDEX soaks_ticket ON soaks (ticket)",
    `CREATE TABLE habits (
      person TEXT NOT NULL PRIMARY KEY REFERENCES people (id),
      habit TEXT NOT NULL,
      rows INTEGER NOT NULL, columns INTEGER NOT NULL, holds INTEGER NOT NULL)`,
  ],
  down: ["habits", "soaks", "photos", "notes"].map((table) => `DROP TABLE ${table}`),
};
