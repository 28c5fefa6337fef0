import type { Migration } from "./migration.ts";

const BEFORE = "('customer', 'part', 'bench', 'soak', 'collection', 'nothing')";
const AFTER = "('finding', 'customer', 'part', 'bench', 'soak', 'collection', 'nothing')";

/** Puts a column in the place of another one that has another check. */
const recheck = (table: string, column: string, otherwise: string, waits: string) => [
  `ALTER TABLE ${table} ADD COLUMN fresh TEXT NOT NULL DEFAULT '${otherwise}' CHECK (fresh IN ${waits})`,
  `UPDATE ${table} SET fresh = CASE WHEN "${column}" IN ${waits} THEN "${column}" ELSE 'customer' END`,
  `ALTER TABLE ${table} DROP COLUMN "${column}"`,
  `ALTER TABLE ${table} RENAME COLUMN fresh TO "${column}"`,
];

const counts = (waits: string) => [
  "DROP TABLE ticket_counts",
  `CREATE TABLE ticket_counts (
    waits TEXT NOT NULL PRIMARY KEY CHECK (waits IN ${waits}),
    tickets INTEGER NOT NULL)`,
  "INSERT INTO ticket_counts SELECT waits, COUNT(*) FROM tickets GROUP BY waits",
];

const waitsIn = (waits: string) => [
  "DROP INDEX tickets_waits",
  "DROP INDEX tickets_guide",
  ...recheck("tickets", "waits", "customer", waits),
  "CREATE INDEX tickets_waits ON tickets (waits, promised, number)",
  "CREATE INDEX tickets_guide ON tickets (guideId, waits)",
  ...recheck("transitions", "from", "customer", waits),
  ...recheck("transitions", "to", "customer", waits),
  ...counts(waits),
];

/** What a transition of before was, as the deeds that lead to it now. */
const told = (when: string, kind: string, body: string) =>
  `SELECT id, ticket, at, "by", '${kind}' AS kind, ${body} AS body FROM transitions WHERE ${when}`;
const yes = `json_object('kind', 'answered', 'answer', 'yes', 'note', note)`;

/** What was done about a ticket away from the bench, each with its body; the stage is derived from them. */
export const deeds: Migration = {
  name: "2026-12-01-deeds",
  up: [
    ...waitsIn(AFTER),
    `ALTER TABLE tickets ADD COLUMN work TEXT NOT NULL DEFAULT 'replace'
      CHECK (work IN ('replace', 'find', 'upgrade', 'clean', 'cosmetic'))`,
    `ALTER TABLE tickets ADD COLUMN bench TEXT NOT NULL DEFAULT 'idle'
      CHECK (bench IN ('idle', 'open', 'closed'))`,
    "ALTER TABLE tickets ADD COLUMN intake TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(intake))",
    `UPDATE tickets SET bench = CASE WHEN waits IN ('soak', 'collection', 'nothing') THEN 'closed' ELSE 'open' END
      WHERE number IN (SELECT ticket FROM streams)`,
    "CREATE INDEX tickets_serial ON tickets (serial) WHERE serial <> ''",
    `CREATE TABLE deeds (
      seq INTEGER PRIMARY KEY AUTOINCREMENT,
      id TEXT NOT NULL UNIQUE CHECK (length(id) BETWEEN 1 AND 120),
      ticket INTEGER NOT NULL REFERENCES tickets (number),
      kind TEXT NOT NULL,
      version INTEGER NOT NULL CHECK (version >= 1),
      at TEXT NOT NULL,
      "by" TEXT NOT NULL REFERENCES people (id),
      body TEXT NOT NULL CHECK (json_valid(body)))`,
    "CREATE INDEX deeds_ticket ON deeds (ticket, seq)",
    "CREATE INDEX deeds_kind ON deeds (kind)",
    `INSERT INTO deeds (id, ticket, kind, version, at, "by", body)
      SELECT 'transition-' || id || '-' || kind, ticket, kind, 1, at, "by", body FROM (
        ${told(`"from" = 'customer' AND "to" IN ('part', 'bench')`, "answered", yes)}
        UNION ALL ${told(`"from" = 'customer' AND "to" = 'collection'`, "answered", yes.replace("yes", "no"))}
        UNION ALL ${told(`"to" = 'bench' AND "from" IN ('customer', 'part')`, "here", "json_object('kind', 'here', 'note', note)")}
        UNION ALL ${told(`"from" = 'bench' AND "to" = 'customer'`, "held", "json_object('kind', 'held', 'note', note)")}
        UNION ALL ${told(`"from" = 'soak' AND "to" = 'collection'`, "passed", "json_object('kind', 'passed', 'note', note)")}
        UNION ALL ${told(`"from" = 'soak' AND "to" = 'bench'`, "reopened", "json_object('kind', 'reopened', 'note', note)")}
        UNION ALL ${told(`"to" = 'nothing'`, "collected", "json_object('kind', 'collected', 'to', 'the customer', 'old', json('[]'))")}
      ) ORDER BY id, CASE kind WHEN 'answered' THEN 0 ELSE 1 END`,
  ],
  down: [
    "DROP TABLE deeds",
    "DROP INDEX tickets_serial",
    "ALTER TABLE tickets DROP COLUMN intake",
    "ALTER TABLE tickets DROP COLUMN bench",
    "ALTER TABLE tickets DROP COLUMN work",
    ...waitsIn(BEFORE),
  ],
};
