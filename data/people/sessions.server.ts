import { Op, type Transaction } from "sequelize";
import type { Session } from "../../core/people/index.ts";
import type { SessionRow } from "../database/rows.server.ts";
import type { Database } from "../database/database.server.ts";

/** A session by the hash of what its browser has, and the idle minutes that the shop has set: asked with every request. */
export async function sessionBy(
  db: Database,
  id: string,
): Promise<{ readonly session: Session; readonly idle: string | null } | undefined> {
  const [row] = await db.select<SessionRow & { idle: string | null }>(
    `SELECT person, screen, made, seen, ended,
       (SELECT value FROM settings WHERE key = 'idle') AS idle FROM sessions WHERE id = $id`,
    { id },
  );
  if (!row) return undefined;
  const { person, screen, made, seen, ended, idle } = row;
  return { session: { person, screen, made, seen, ended: ended === 1 }, idle };
}

export async function addSession(
  db: Database,
  id: string,
  { person, screen, made, seen }: Session,
  transaction: Transaction,
): Promise<void> {
  const row = { id, person, screen, made, seen, ended: 0, over: null };
  await db.tables.sessions.create(row, { transaction });
}

export async function sawSession(db: Database, id: string, seen: number): Promise<void> {
  await db.write((transaction) =>
    db.tables.sessions.update({ seen }, { where: { id }, transaction }),
  );
}

/** Ends sessions now (ms): one, all of a person, or all of a person but those at one screen. */
export async function endSessions(
  db: Database,
  which: { readonly id: string } | { readonly person: string; readonly but?: string | undefined },
  now: number,
  transaction: Transaction,
): Promise<void> {
  const where =
    "id" in which
      ? { id: which.id }
      : {
          person: which.person,
          ...(which.but === undefined ? {} : { screen: { [Op.ne]: which.but } }),
        };
  await db.tables.sessions.update(
    { ended: 1, over: now },
    { where: { ...where, ended: 0 }, transaction },
  );
}

/** What waits at a screen is not from longer ago than so many sessions. */
const MOST_SPANS = 200;

/** When somebody was signed in at a screen: the sessions there, the latest first. Times in ms. */
export async function spansAt(
  db: Database,
  person: string,
  screen: string,
): Promise<readonly (Pick<Session, "made" | "seen"> & { readonly over: number | undefined })[]> {
  const rows = await db.tables.sessions.findAll({
    where: { person, screen },
    attributes: ["made", "seen", "over"],
    order: [["made", "DESC"]],
    limit: MOST_SPANS,
    raw: true,
  });
  return rows.map(({ made, seen, over }) => ({ made, seen, over: over ?? undefined }));
}
