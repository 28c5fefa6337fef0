import { nanoid } from "nanoid";
import { type Doing, may, type On, type Person } from "../core/people/index.ts";
import type { Database } from "../data/database/index.server.ts";

/** Somebody does something now: who, when, in which shop. Clock and ids enter here and nowhere else. */
export interface Act {
  readonly db: Database;
  readonly actor: Person;
  readonly now: () => Date;
  readonly newId: () => string;
  /** The screen it is done at; undefined: at none (the demo's loader, a command). */
  readonly screen?: string;
  /** Aborted when whoever asked has gone away. */
  readonly signal?: AbortSignal;
}

export const actOf = (
  db: Database,
  actor: Person,
  at: Pick<Act, "screen" | "signal"> = {},
): Act => ({
  ...at,
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

/** Thrown where somebody may not do what was asked: the screens hide it, so nothing asks by accident. */
export class NotAllowed extends Error {
  constructor(readonly doing: Doing) {
    super(`not allowed: ${doing}`);
  }
}

/** Goes on only where the actor may; the rights themselves are core's. */
export function allow({ actor }: Pick<Act, "actor">, doing: Doing, on?: On): void {
  if (!may(actor, doing, on)) throw new NotAllowed(doing);
}
