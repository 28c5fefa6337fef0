import type { Migration } from "./migration.ts";

/** Which way somebody goes where a guide has more than one way of the hand. */
export const hands: Migration = {
  name: "2026-12-06-hands",
  up: [
    `CREATE TABLE hand_ways (
      person TEXT NOT NULL REFERENCES people (id),
      guideId TEXT NOT NULL,
      choice TEXT NOT NULL,
      way TEXT NOT NULL,
      PRIMARY KEY (person, guideId, choice)
    )`,
  ],
  down: ["DROP TABLE hand_ways"],
};
