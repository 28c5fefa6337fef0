import { Op, type Transaction } from "sequelize";
import type { Tries, TriesOf } from "../../core/people/index.ts";
import type { Database } from "../database/database.server.ts";

/** Whose tries: a person's by id, or those from an address. */
export interface TriesKey {
  readonly of: TriesOf;
  readonly who: string;
}

const keyOf = ({ of, who }: TriesKey): string => `${of}:${who}`;

export async function triesOf(
  db: Database,
  key: TriesKey,
  transaction?: Transaction,
): Promise<Tries | undefined> {
  const row = await db.tables.tries.findByPk(keyOf(key), {
    raw: true,
    transaction: transaction ?? null,
  });
  return row ? { wrong: row.wrong, last: row.last } : undefined;
}

export async function keepTries(
  db: Database,
  key: TriesKey,
  { wrong, last }: Tries,
  transaction: Transaction,
): Promise<void> {
  await db.tables.tries.upsert({ key: keyOf(key), wrong, last }, { transaction });
}

export async function forgetTries(
  db: Database,
  key: TriesKey,
  transaction: Transaction,
): Promise<void> {
  await db.tables.tries.destroy({ where: { key: keyOf(key) }, transaction });
}

/** Forgets the tries at a person from everywhere: there is a new PIN to guess. */
export async function forgetTriesAt(
  db: Database,
  person: string,
  transaction: Transaction,
): Promise<void> {
  const where = {
    [Op.or]: [
      { key: keyOf({ of: "person", who: person }) },
      { key: { [Op.startsWith]: keyOf({ of: "device", who: `${person}@` }) } },
    ],
  };
  await db.tables.tries.destroy({ where, transaction });
}
