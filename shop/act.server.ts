import { nanoid } from "nanoid";
import type { Person } from "../core/people/index.ts";
import type { Database } from "../data/database/index.server.ts";

/** Somebody does something now: who, when, in which shop. Clock and ids enter here and nowhere else. */
export interface Act {
  readonly db: Database;
  readonly actor: Person;
  readonly now: () => Date;
  readonly newId: () => string;
}

export const actOf = (db: Database, actor: Person): Act => ({
  db,
  actor,
  now: () => new Date(),
  newId: () => nanoid(),
});

/** When and by whom, for the record. */
export interface Stamp {
  readonly at: string;
  readonly by: string;
}

export const stampOf = ({ now, actor }: Act): Stamp => ({
  at: now().toISOString(),
  by: actor.id,
});
