import type { Transaction } from "sequelize";
import { reader } from "../../core/base/ajv.ts";
import { readReadings, type Run, type Seen } from "../../core/soak/index.ts";
import type { Database } from "../database/database.server.ts";
import { readColumn } from "../database/json.server.ts";
import type { SoakRow } from "../database/rows.server.ts";

export interface Soak extends Run {
  readonly id: string;
  readonly ticket: number;
  readonly at: string;
  readonly by: string;
  /** How often the machine had been shut before it. */
  readonly shuts: number;
}

/** The soaks of a ticket in the order they were kept, whatever the clocks said. */
export async function soaksOf(
  db: Database,
  ticket: number,
  transaction?: Transaction,
): Promise<readonly Soak[]> {
  const rows = await db.tables.soaks.findAll({
    where: { ticket },
    order: ["seq"],
    raw: true,
    transaction: transaction ?? null,
  });
  return rows.map(soakOf);
}

/** How often a ticket has come to its soak. */
export async function shutsOf(
  db: Database,
  ticket: number,
  transaction?: Transaction,
): Promise<number> {
  const where = { ticket, to: "soak" };
  return db.tables.transitions.count({ where, transaction: transaction ?? null });
}

const readSeen = reader<Seen>({
  type: "object",
  required: ["times", "hours"],
  properties: { times: { type: "integer" }, hours: { type: "number" } },
});

const soakOf = ({ seen, seq: _, ...row }: SoakRow): Soak => ({
  ...row,
  round: row.round as Soak["round"],
  readings: readColumn(readReadings, row.readings, `soak ${row.id}`),
  ...(seen === null ? {} : { seen: readColumn(readSeen, seen, `soak ${row.id}`) }),
});

export async function soakById(
  db: Database,
  id: string,
  transaction: Transaction,
): Promise<Soak | undefined> {
  const row = await db.tables.soaks.findByPk(id, { raw: true, transaction });
  return row ? soakOf(row) : undefined;
}

export async function addSoak(db: Database, soak: Soak, transaction: Transaction): Promise<void> {
  const [last] = await db.select<{ seq: number }>(
    "SELECT COALESCE(MAX(seq), 0) AS seq FROM soaks",
    {},
    transaction,
  );
  await db.tables.soaks.create(
    {
      ...soak,
      seq: last!.seq + 1,
      readings: JSON.stringify(soak.readings),
      seen: soak.seen ? JSON.stringify(soak.seen) : null,
    },
    { transaction },
  );
}
