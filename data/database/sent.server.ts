import { Op, type Transaction } from "sequelize";
import type { Database } from "./database.server.ts";

/** So long a form that was sent is known again. */
const KEPT_MS = 7 * 24 * 60 * 60_000;

/** Whether a form was sent before, by its id: the same one again is not done twice. */
export const wasSent = async (
  db: Database,
  id: string,
  transaction: Transaction,
): Promise<boolean> => (await db.tables.sent.findByPk(id, { raw: true, transaction })) !== null;

/** Notes that a form was sent, with what it does. Times in ms. */
export async function noteSent(
  db: Database,
  id: string,
  now: number,
  transaction: Transaction,
): Promise<void> {
  await db.tables.sent.destroy({ where: { at: { [Op.lt]: now - KEPT_MS } }, transaction });
  await db.tables.sent.create({ id, at: now }, { transaction });
}
