import type { Migration } from "./migration.ts";

/** Pictures that came with a guide: of no ticket of this shop. */
export const packs: Migration = {
  name: "2026-11-30-packs",
  up: [
    `CREATE TABLE guide_photos (
      id TEXT NOT NULL PRIMARY KEY,
      guideId TEXT NOT NULL REFERENCES guides (id))`,
  ],
  down: ["DROP TABLE guide_photos"],
};
