import type { Migration } from "./migration.ts";

/**
 * What stands for ever: no statement changes or takes it away. The note of a transition and the words of a deed may name
 * a customer, who can have the name taken out of them; who did what when stays.
 */
const KEPT = {
  events: ["UPDATE", "DELETE"],
  transitions: [`UPDATE OF id, ticket, at, "by", "from", "to"`, "DELETE"],
  deeds: [`UPDATE OF seq, id, ticket, kind, version, at, "by"`, "DELETE"],
  record: ["UPDATE", "DELETE"],
} as const;

const nameOf = (table: string, way: string): string =>
  `${table}_no_${way.split(" ")[0]!.toLowerCase()}`;

const triggers = Object.entries(KEPT).flatMap(([table, ways]) =>
  ways.map(
    (way) => `CREATE TRIGGER ${nameOf(table, way)} BEFORE ${way} ON ${table}
      BEGIN SELECT RAISE(ABORT, '${table} are kept as they were written'); END`,
  ),
);
const names = Object.entries(KEPT).flatMap(([table, ways]) =>
  ways.map((way) => nameOf(table, way)),
);

/** Who may come in, who is in, wrong tries, and what people did that stands in no other record. */
export const people: Migration = {
  name: "2026-12-03-people",
  up: [
    "ALTER TABLE people ADD COLUMN pin TEXT",
    "ALTER TABLE people ADD COLUMN digits INTEGER NOT NULL DEFAULT 0 CHECK (digits BETWEEN 0 AND 8)",
    "ALTER TABLE people ADD COLUMN gone INTEGER NOT NULL DEFAULT 0 CHECK (gone IN (0, 1))",
    `CREATE TABLE sessions (
      id TEXT NOT NULL PRIMARY KEY CHECK (length(id) = 64),
      person TEXT NOT NULL REFERENCES people (id),
      screen TEXT NOT NULL,
      made INTEGER NOT NULL,
      seen INTEGER NOT NULL,
      ended INTEGER NOT NULL CHECK (ended IN (0, 1)))`,
    "CREATE INDEX sessions_person ON sessions (person, screen)",
    `CREATE TABLE tries (
      key TEXT NOT NULL PRIMARY KEY,
      wrong INTEGER NOT NULL CHECK (wrong >= 1),
      last INTEGER NOT NULL)`,
    `CREATE TABLE record (
      seq INTEGER PRIMARY KEY AUTOINCREMENT,
      at TEXT NOT NULL,
      "by" TEXT REFERENCES people (id),
      what TEXT NOT NULL,
      body TEXT NOT NULL CHECK (json_valid(body)))`,
    // What was sent by a form: the same one sent again is known by it.
    "ALTER TABLE tickets ADD COLUMN sent TEXT",
    "CREATE UNIQUE INDEX tickets_sent ON tickets (sent) WHERE sent IS NOT NULL",
    ...triggers,
  ],
  down: [
    ...names.map((name) => `DROP TRIGGER ${name}`),
    "DROP INDEX tickets_sent",
    "ALTER TABLE tickets DROP COLUMN sent",
    "DROP TABLE record",
    "DROP TABLE tries",
    "DROP TABLE sessions",
    "ALTER TABLE people DROP COLUMN gone",
    "ALTER TABLE people DROP COLUMN digits",
    "ALTER TABLE people DROP COLUMN pin",
  ],
};
