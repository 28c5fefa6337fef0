import type { Migration } from "./migration.ts";

const BEFORE = [
  "people",
  "customers",
  "guides",
  "plans",
  "tickets",
  "moves",
  "events",
  "notes",
  "photos",
  "soaks",
  "habits",
] as const;
const INDEXES_BEFORE = [
  "events_ticket_seq",
  "moves_ticket",
  "notes_guide_id",
  "photos_ticket",
  "soaks_ticket",
] as const;
/** A table goes after those that lean on it. */
const DROP_BEFORE = [
  "habits",
  "soaks",
  "photos",
  "notes",
  "events",
  "moves",
  "tickets",
  "plans",
  "guides",
  "customers",
  "people",
] as const;
const DROP_AFTER = [
  "missed",
  "step_tallies",
  "ticket_counts",
  "ticket_lines",
  "habits",
  "soaks",
  "photos",
  "notes",
  "events",
  "streams",
  "transitions",
  "tickets",
  "plans",
  "guide_codes",
  "guide_versions",
  "guide_bodies",
  "guides",
  "customers",
  "people",
  "settings",
] as const;

const WAITS = "('customer', 'part', 'bench', 'soak', 'collection', 'nothing')";
const DAY = "'[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'";

const CREATE = [
  "CREATE TABLE settings (key TEXT NOT NULL PRIMARY KEY, value TEXT NOT NULL)",
  `CREATE TABLE people (
    id TEXT NOT NULL PRIMARY KEY CHECK (length(id) BETWEEN 1 AND 120),
    name TEXT NOT NULL UNIQUE,
    role TEXT NOT NULL CHECK (role IN ('lead', 'technician', 'front-desk', 'learner')))`,
  `CREATE TABLE customers (
    id TEXT NOT NULL PRIMARY KEY, name TEXT NOT NULL, phone TEXT NOT NULL, UNIQUE (name, phone))`,
  "CREATE TABLE guides (id TEXT NOT NULL PRIMARY KEY)",
  `CREATE TABLE guide_bodies (
    hash TEXT NOT NULL PRIMARY KEY CHECK (length(hash) = 64),
    body TEXT NOT NULL CHECK (json_valid(body)))`,
  `CREATE TABLE guide_versions (
    guideId TEXT NOT NULL REFERENCES guides (id),
    number INTEGER NOT NULL CHECK (number >= 1),
    hash TEXT NOT NULL REFERENCES guide_bodies (hash),
    at TEXT NOT NULL,
    "by" TEXT REFERENCES people (id),
    why TEXT NOT NULL CHECK (length(why) <= 500),
    PRIMARY KEY (guideId, number))`,
  "CREATE INDEX guide_versions_hash ON guide_versions (hash)",
  `CREATE TABLE guide_codes (
    key TEXT NOT NULL PRIMARY KEY, code TEXT NOT NULL,
    guideId TEXT NOT NULL REFERENCES guides (id))`,
  "CREATE INDEX guide_codes_guide ON guide_codes (guideId)",
  "CREATE TABLE plans (key TEXT NOT NULL PRIMARY KEY, body TEXT NOT NULL CHECK (json_valid(body)))",
  `CREATE TABLE tickets (
    number INTEGER NOT NULL PRIMARY KEY CHECK (number >= 1),
    customerId TEXT NOT NULL REFERENCES customers (id),
    guideId TEXT NOT NULL REFERENCES guides (id),
    code TEXT NOT NULL, serial TEXT NOT NULL, fault TEXT NOT NULL, condition TEXT NOT NULL,
    job TEXT NOT NULL CHECK (json_valid(job)),
    waits TEXT NOT NULL CHECK (waits IN ${WAITS}),
    promised TEXT NOT NULL CHECK (promised GLOB ${DAY}),
    takenIn TEXT NOT NULL)`,
  "CREATE INDEX tickets_waits ON tickets (waits, promised, number)",
  "CREATE INDEX tickets_customer ON tickets (customerId)",
  "CREATE INDEX tickets_guide ON tickets (guideId, waits)",
  `CREATE TABLE transitions (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    ticket INTEGER NOT NULL REFERENCES tickets (number),
    at TEXT NOT NULL,
    "by" TEXT NOT NULL REFERENCES people (id),
    "from" TEXT NOT NULL CHECK ("from" IN ${WAITS}),
    "to" TEXT NOT NULL CHECK ("to" IN ${WAITS}),
    note TEXT NOT NULL)`,
  "CREATE INDEX transitions_ticket ON transitions (ticket)",
  `CREATE TABLE streams (
    id TEXT NOT NULL PRIMARY KEY CHECK (id GLOB 'job:*' OR id GLOB 'practice:*'),
    ticket INTEGER UNIQUE REFERENCES tickets (number),
    guide TEXT NOT NULL REFERENCES guide_bodies (hash),
    code TEXT NOT NULL,
    length INTEGER NOT NULL CHECK (length >= 1))`,
  "CREATE INDEX streams_guide ON streams (guide)",
  `CREATE TABLE events (
    id TEXT NOT NULL PRIMARY KEY CHECK (length(id) BETWEEN 1 AND 120),
    stream TEXT NOT NULL REFERENCES streams (id),
    seq INTEGER NOT NULL CHECK (seq >= 0),
    kind TEXT NOT NULL,
    version INTEGER NOT NULL CHECK (version >= 1),
    at TEXT NOT NULL,
    "by" TEXT NOT NULL REFERENCES people (id),
    causedBy TEXT REFERENCES events (id),
    body TEXT NOT NULL CHECK (json_valid(body)),
    UNIQUE (stream, seq))`,
  `CREATE TABLE notes (
    id TEXT NOT NULL PRIMARY KEY,
    guideId TEXT NOT NULL REFERENCES guides (id),
    step TEXT NOT NULL,
    text TEXT NOT NULL CHECK (length(text) BETWEEN 1 AND 500),
    ticket INTEGER NOT NULL REFERENCES tickets (number),
    at TEXT NOT NULL,
    "by" TEXT NOT NULL REFERENCES people (id))`,
  "CREATE INDEX notes_guide ON notes (guideId, at)",
  `CREATE TABLE photos (
    id TEXT NOT NULL PRIMARY KEY,
    ticket INTEGER NOT NULL REFERENCES tickets (number),
    step TEXT NOT NULL,
    width INTEGER NOT NULL CHECK (width >= 1),
    height INTEGER NOT NULL CHECK (height >= 1),
    at TEXT NOT NULL,
    "by" TEXT NOT NULL REFERENCES people (id))`,
  "CREATE INDEX photos_of_ticket ON photos (ticket, at)",
  `CREATE TABLE soaks (
    id TEXT NOT NULL PRIMARY KEY,
    ticket INTEGER NOT NULL REFERENCES tickets (number),
    round TEXT NOT NULL CHECK (round IN ('before', 'after')),
    readings TEXT NOT NULL CHECK (json_valid(readings)),
    at TEXT NOT NULL,
    "by" TEXT NOT NULL REFERENCES people (id))`,
  "CREATE INDEX soaks_of_ticket ON soaks (ticket, at)",
  `CREATE TABLE habits (
    person TEXT NOT NULL PRIMARY KEY REFERENCES people (id),
    habit TEXT NOT NULL CHECK (habit IN ('cells', 'mirror', 'with-part', 'parked')),
    rows INTEGER NOT NULL CHECK (rows BETWEEN 1 AND 12),
    columns INTEGER NOT NULL CHECK (columns BETWEEN 1 AND 12),
    holds INTEGER NOT NULL CHECK (holds BETWEEN 1 AND 99))`,
  // Projections: written with the events they come from, and made anew by `npm run rebuild`.
  `CREATE TABLE ticket_lines (
    ticket INTEGER NOT NULL PRIMARY KEY REFERENCES tickets (number),
    machine TEXT NOT NULL, work TEXT NOT NULL, dive TEXT,
    trouble TEXT CHECK (trouble IS NULL OR json_valid(trouble)))`,
  `CREATE TABLE ticket_counts (
    waits TEXT NOT NULL PRIMARY KEY CHECK (waits IN ${WAITS}),
    tickets INTEGER NOT NULL CHECK (tickets >= 0))`,
  `CREATE TABLE step_tallies (
    kind TEXT NOT NULL, "by" TEXT NOT NULL,
    n INTEGER NOT NULL CHECK (n >= 0), sum INTEGER NOT NULL, squares INTEGER NOT NULL,
    PRIMARY KEY (kind, "by"))`,
  `CREATE TABLE missed (
    guideId TEXT NOT NULL REFERENCES guides (id),
    id TEXT NOT NULL,
    times INTEGER NOT NULL CHECK (times >= 0),
    PRIMARY KEY (guideId, id))`,
];

/** The person of a name; "the plan" was written by whoever ticked next. */
const person = (name: string): string => `(SELECT id FROM people WHERE name = ${name})`;
const FIRST_PERSON = "(SELECT id FROM people ORDER BY id LIMIT 1)";

const COPY = [
  `INSERT INTO people SELECT id, name, CASE
     WHEN role LIKE '%lead%' THEN 'lead'
     WHEN role LIKE 'counter%' AND role NOT LIKE '%bench%' THEN 'front-desk'
     ELSE 'technician' END FROM old_people`,
  // Who is named in the record and is not among the people keeps the name.
  `INSERT INTO people SELECT 'name-' || lower(hex(name)), name, 'technician' FROM (
     SELECT "by" AS name FROM old_events UNION SELECT "by" FROM old_moves UNION SELECT "by" FROM old_notes
     UNION SELECT "by" FROM old_photos UNION SELECT "by" FROM old_soaks)
     WHERE name <> 'the plan' AND name NOT IN (SELECT name FROM old_people)`,
  "INSERT INTO customers SELECT id, name, phone FROM old_customers",
  "INSERT INTO guides SELECT id FROM old_guides",
  "INSERT OR IGNORE INTO guide_bodies SELECT hash, body FROM old_guides",
  `INSERT INTO guide_versions
     SELECT id, 1, hash, '2026-11-27T00:00:00.000Z', NULL, 'there before versions were kept' FROM old_guides`,
  `INSERT OR IGNORE INTO guide_codes
     SELECT upper(replace(replace(code, ' ', ''), char(9), '')), code, guideId FROM (
       SELECT old_guides.id AS guideId, each.value AS code
         FROM old_guides, json_each(old_guides.body, '$.codes') AS each
       UNION ALL
       SELECT old_guides.id, each.key
         FROM old_guides, json_each(old_guides.body, '$.variants') AS each)
     ORDER BY guideId`,
  `INSERT INTO tickets SELECT CAST(number AS INTEGER), customerId, guideId, code, serial, fault, condition,
     job, waits, promised, takenIn FROM old_tickets`,
  `INSERT INTO transitions SELECT id, CAST(ticket AS INTEGER), at, ${person('old_moves."by"')},
     "from", "to", note FROM old_moves ORDER BY id`,
  `INSERT INTO streams SELECT 'job:' || old_tickets.number, CAST(old_tickets.number AS INTEGER),
     old_guides.hash, old_tickets.code, COUNT(*)
     FROM old_events JOIN old_tickets ON old_tickets.number = old_events.ticket
     JOIN old_guides ON old_guides.id = old_tickets.guideId GROUP BY old_tickets.number`,
  `INSERT INTO events SELECT id, 'job:' || ticket, seq, json_extract(entry, '$.do'), 1, at,
     COALESCE(${person('old_events."by"')},
       (SELECT next.id FROM old_events AS after JOIN people AS next ON next.name = after."by"
          WHERE after.ticket = old_events.ticket AND after.seq = 1), ${FIRST_PERSON}),
     CASE WHEN id LIKE '%.replan' THEN substr(id, 1, length(id) - 7) END,
     json_remove(entry, '$.do')
     FROM old_events ORDER BY ticket, seq`,
  `INSERT INTO notes SELECT id, guideId, step, substr(text, 1, 500), CAST(ticket AS INTEGER), at,
     ${person('old_notes."by"')} FROM old_notes`,
  `INSERT INTO photos SELECT id, CAST(ticket AS INTEGER), step, width, height, at,
     ${person('old_photos."by"')} FROM old_photos`,
  `INSERT INTO soaks SELECT id, CAST(ticket AS INTEGER), round, readings, at,
     ${person('old_soaks."by"')} FROM old_soaks`,
  "INSERT INTO habits SELECT person, habit, rows, columns, holds FROM old_habits",
];

const NAME_BEFORE = (id: string): string =>
  `(SELECT name FROM new_people AS one WHERE one.id = ${id})`;

/** Back to the form before; what only the new form knows (versions but the last, causes) is lost. */
const COPY_BACK = [
  "INSERT INTO people SELECT id, name, role FROM new_people",
  "INSERT INTO customers SELECT id, name, phone FROM new_customers",
  `INSERT INTO guides SELECT last.guideId, last.hash, new_guide_bodies.body
     FROM new_guide_versions AS last JOIN new_guide_bodies ON new_guide_bodies.hash = last.hash
     WHERE last.number = (SELECT MAX(number) FROM new_guide_versions AS v WHERE v.guideId = last.guideId)`,
  `INSERT INTO tickets SELECT CAST(number AS TEXT), customerId, guideId, code, serial, fault, condition,
     job, waits, promised, takenIn FROM new_tickets`,
  `INSERT INTO moves SELECT id, CAST(ticket AS TEXT), at, ${NAME_BEFORE('new_transitions."by"')},
     "from", "to", note FROM new_transitions`,
  `INSERT INTO events SELECT COALESCE(causedBy || '.replan', new_events.id),
     CAST(new_streams.ticket AS TEXT), seq, at, ${NAME_BEFORE('new_events."by"')},
     json_patch(json_object('do', kind), CASE kind
       WHEN 'take-back' THEN json_set(body, '$.event', COALESCE(
         (SELECT caused.causedBy || '.replan' FROM new_events AS caused
            WHERE caused.id = json_extract(new_events.body, '$.event')),
         json_extract(body, '$.event')))
       ELSE json_remove(body, '$.guide') END)
     FROM new_events JOIN new_streams ON new_streams.id = new_events.stream
     WHERE new_streams.ticket IS NOT NULL`,
  `INSERT INTO notes SELECT id, guideId, step, text, CAST(ticket AS TEXT), at,
     ${NAME_BEFORE('new_notes."by"')} FROM new_notes`,
  `INSERT INTO photos SELECT id, CAST(ticket AS TEXT), step, width, height, at,
     ${NAME_BEFORE('new_photos."by"')} FROM new_photos`,
  `INSERT INTO soaks SELECT id, CAST(ticket AS TEXT), round, readings, at,
     ${NAME_BEFORE('new_soaks."by"')} FROM new_soaks`,
  "INSERT INTO habits SELECT person, habit, rows, columns, holds FROM new_habits",
];

const INDEXES_AFTER = CREATE.flatMap((sql) => /^CREATE INDEX (\w+)/.exec(sql)?.[1] ?? []);

/**
 * The ground: guide versions, events with an envelope in streams, people by id, numbers as integers,
 * keys and checks, projections.
 */
export const ground = (before: readonly Migration[]): Migration => ({
  name: "2026-11-27-ground",
  up: [
    ...INDEXES_BEFORE.map((name) => `DROP INDEX ${name}`),
    ...BEFORE.map((table) => `ALTER TABLE ${table} RENAME TO old_${table}`),
    ...CREATE,
    ...COPY,
    ...DROP_BEFORE.map((table) => `DROP TABLE old_${table}`),
  ],
  down: [
    ...INDEXES_AFTER.map((name) => `DROP INDEX ${name}`),
    ...DROP_AFTER.map((table) => `ALTER TABLE ${table} RENAME TO new_${table}`),
    ...before.flatMap(({ up }) => up),
    ...COPY_BACK,
    ...DROP_AFTER.map((table) => `DROP TABLE new_${table}`),
  ],
});
