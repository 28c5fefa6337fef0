import type { Transaction } from "sequelize";
import type { TallyRow } from "../../core/minutes/index.ts";
import type { Database } from "../database/database.server.ts";

/** The tallies of all, and of one person. */
export async function talliesFor(db: Database, person: string): Promise<readonly TallyRow[]> {
  return db.tables.stepTallies.findAll({
    where: { by: ["", person] },
    order: ["kind", "by"],
    raw: true,
  });
}

/** Adds changes to the tallies, in the transaction of the events that they come from. */
export async function addTallies(
  db: Database,
  changes: readonly TallyRow[],
  transaction: Transaction,
): Promise<void> {
  for (const { kind, by, n, sum, squares } of changes) {
    await db.run(
      `INSERT INTO step_tallies (kind, "by", n, sum, squares) VALUES ($kind, $by, CASE WHEN $n > 0 THEN $n ELSE 0 END, $sum, $squares)
         ON CONFLICT (kind, "by") DO UPDATE SET
           n = step_tallies.n + $n, sum = step_tallies.sum + $sum, squares = step_tallies.squares + $squares`,
      { kind, by, n, sum, squares },
      transaction,
    );
  }
}

/** How often each joint and part of a guide held something or was gone back to. */
export async function missedOf(
  db: Database,
  guideId: string,
): Promise<Readonly<Record<string, number>>> {
  const rows = await db.tables.missed.findAll({ where: { guideId }, raw: true });
  return Object.fromEntries(
    rows.filter(({ times }) => times > 0).map(({ id, times }) => [id, times]),
  );
}

/** Adds to what was missed on a model, by joint or part; negative where it was taken back. */
export async function addMissed(
  db: Database,
  guideId: string,
  changes: Readonly<Record<string, number>>,
  transaction: Transaction,
): Promise<void> {
  for (const [id, times] of Object.entries(changes)) {
    await db.run(
      `INSERT INTO missed (guideId, id, times) VALUES ($guideId, $id, CASE WHEN $times > 0 THEN $times ELSE 0 END)
         ON CONFLICT (guideId, id) DO UPDATE SET times = missed.times + $times`,
      { guideId, id, times },
      transaction,
    );
  }
}

/** Forgets all tallies and misses, to be made anew. */
export async function clearExperience(db: Database, transaction: Transaction): Promise<void> {
  await db.tables.stepTallies.destroy({ where: {}, transaction });
  await db.tables.missed.destroy({ where: {}, transaction });
}
