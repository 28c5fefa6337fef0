import type { Migration } from "./migration.ts";

/**
 * The underside codes whose variant is wrong in a guide file: only these are not to be used. What at taking
 * in spoke for a swollen pack. What holds a job, for the lists.
 */
export const safety: Migration = {
  name: "2026-11-28-safety",
  up: [
    `CREATE TABLE blocked_codes (
      hash TEXT NOT NULL REFERENCES guide_bodies (hash),
      code TEXT NOT NULL,
      path TEXT NOT NULL,
      PRIMARY KEY (hash, code))`,
    "ALTER TABLE tickets ADD COLUMN signs TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(signs))",
    "ALTER TABLE ticket_lines ADD COLUMN held TEXT",
  ],
  down: [
    "ALTER TABLE ticket_lines DROP COLUMN held",
    "ALTER TABLE tickets DROP COLUMN signs",
    "DROP TABLE blocked_codes",
  ],
};
