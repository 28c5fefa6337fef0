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
  await db.tables.sessions.create({ id, person, screen, made, seen, ended: 0 }, { transaction });
}

export async function sawSession(db: Database, id: string, seen: number): Promise<void> {
  await db.write((transaction) =>
    db.tables.sessions.update({ seen }, { where: { id }, transaction }),
  );
}

/** Ends sessions: one, all of a person, or all of a person but one. */
export async function endSessions(
  db: Database,
  which: { readonly id: string } | { readonly person: string; readonly but?: string },
  transaction: Transaction,
): Promise<void> {
  const where =
    "id" in which
      ? { id: which.id }
      : {
          person: which.person,
          ...(which.but === undefined ? {} : { id: { [Op.ne]: which.but } }),
        };
  await db.tables.sessions.update({ ended: 1 }, { where, transaction });
}

/** Whether somebody has ever been signed in at a screen. */
export async function wasAtScreen(db: Database, person: string, screen: string): Promise<boolean> {
  const found = await db.tables.sessions.findOne({
    where: { person, screen },
    attributes: ["id"],
    raw: true,
  });
  return found !== null;
}
