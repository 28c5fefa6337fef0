import type { Migration } from "./migration.ts";

/** The underside codes whose variant is wrong in a guide file: only these are not to be used. */
export const blockedCodes: Migration = {
  name: "2026-11-28-blocked-codes",
  up: [
    `CREATE TABLE blocked_codes (
      hash TEXT NOT NULL REFERENCES guide_bodies (hash),
      code TEXT NOT NULL,
      path TEXT NOT NULL,
      PRIMARY KEY (hash, code))`,
  ],
  down: ["DROP TABLE blocked_codes"],
};
