import type { Migration } from "./migration.ts";

/**
 * The words of a bench entry may name a customer, who can have the name taken out of them; who did what when stays. A
 * session says when it ended: what was done at a screen is believed within it.
 */
export const doors: Migration = {
  name: "2026-12-05-doors",
  up: [
    "DROP TRIGGER events_no_update",
    `CREATE TRIGGER events_no_update BEFORE UPDATE OF id, stream, seq, kind, version, at, "by", causedBy ON events
      BEGIN SELECT RAISE(ABORT, 'events are kept as they were written'); END`,
    "ALTER TABLE sessions ADD COLUMN over INTEGER",
    "UPDATE sessions SET over = seen WHERE ended = 1",
    // What was sent by a form that makes nothing of its own: the same one sent again is known by it.
    "CREATE TABLE sent (id TEXT NOT NULL PRIMARY KEY, at INTEGER NOT NULL)",
    "CREATE INDEX sent_at ON sent (at)",
  ],
  down: [
    "DROP TABLE sent",
    "ALTER TABLE sessions DROP COLUMN over",
    "DROP TRIGGER events_no_update",
    `CREATE TRIGGER events_no_update BEFORE UPDATE ON events
      BEGIN SELECT RAISE(ABORT, 'events are kept as they were written'); END`,
  ],
};
