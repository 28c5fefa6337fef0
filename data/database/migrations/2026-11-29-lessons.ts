import type { Migration } from "./migration.ts";

/** What was made of what jobs taught about a guide: each verdict stands, the last one counts. */
export const lessons: Migration = {
  name: "2026-11-29-lessons",
  up: [
    `CREATE TABLE lesson_verdicts (
      id INTEGER PRIMARY KEY,
      guideId TEXT NOT NULL REFERENCES guides (id),
      key TEXT NOT NULL,
      verdict TEXT NOT NULL CHECK (verdict IN ('accepted', 'refused', 'machine')),
      serial TEXT NOT NULL DEFAULT '' CHECK (verdict <> 'machine' OR serial <> ''),
      teaching TEXT NOT NULL CHECK (json_valid(teaching)),
      tickets TEXT NOT NULL CHECK (json_valid(tickets)),
      why TEXT NOT NULL,
      at TEXT NOT NULL,
      "by" TEXT NOT NULL REFERENCES people (id))`,
    "CREATE INDEX lesson_verdicts_guide_id ON lesson_verdicts (guideId)",
    "CREATE INDEX lesson_verdicts_serial ON lesson_verdicts (serial) WHERE serial <> ''",
  ],
  down: ["DROP TABLE lesson_verdicts"],
};
