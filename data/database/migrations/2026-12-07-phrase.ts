import type { Migration } from "./migration.ts";

/** Whether somebody comes in by a passphrase. */
export const phrase: Migration = {
  name: "2026-12-07-phrase",
  up: ["ALTER TABLE people ADD COLUMN phrase INTEGER NOT NULL DEFAULT 0 CHECK (phrase IN (0, 1))"],
  down: ["ALTER TABLE people DROP COLUMN phrase"],
};
