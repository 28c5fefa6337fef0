import type { Migration } from "./migration.ts";

/**
 * The underside codes whose variant is wrong in a guide file: only these are not to be used. What at taking
 * in spoke for a swollen pack. What holds a job, for the lists. Of a soak, how often the
 * machine had been shut before it, and how often a fault that comes and goes was seen.
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
    "ALTER TABLE soaks ADD COLUMN seen TEXT CHECK (seen IS NULL OR json_valid(seen))",
    "ALTER TABLE soaks ADD COLUMN shuts INTEGER NOT NULL DEFAULT 0 CHECK (shuts >= 0)",
    `UPDATE soaks SET shuts = (SELECT COUNT(*) FROM transitions
       WHERE transitions.ticket = soaks.ticket AND transitions."to" = 'soak' AND transitions.at <= soaks.at)`,
  ],
  down: [
    "ALTER TABLE soaks DROP COLUMN shuts",
    "ALTER TABLE soaks DROP COLUMN seen",
    "ALTER TABLE ticket_lines DROP COLUMN held",
    "ALTER TABLE tickets DROP COLUMN signs",
    "DROP TABLE blocked_codes",
  ],
};
