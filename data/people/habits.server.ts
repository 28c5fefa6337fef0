import type { Habit } from "../../core/bench/index.ts";
import type { HandWays } from "../../core/guide/index.ts";
import type { TrayGrid } from "../../core/screws/index.ts";
import type { Database } from "../database/database.server.ts";

/** How a technician keeps screws, and the tray at hand. */
export interface ScrewHabit {
  readonly habit: Habit;
  readonly grid: TrayGrid;
}
const USUAL: ScrewHabit = { habit: "cells", grid: { rows: 4, columns: 6, holds: 12 } };

export async function habitOf(db: Database, person: string): Promise<ScrewHabit> {
  const row = await db.tables.habits.findByPk(person, { raw: true });
  if (!row) return USUAL;
  const { rows, columns, holds } = row;
  return { habit: row.habit as Habit, grid: { rows, columns, holds } };
}

export async function keepHabit(
  db: Database,
  person: string,
  { habit, grid: { rows, columns, holds } }: ScrewHabit,
): Promise<void> {
  await db.write((transaction) =>
    db.tables.habits.upsert({ person, habit, rows, columns, holds }, { transaction }),
  );
}

/** The ways that somebody goes on the machines of a guide. */
export async function handWaysOf(db: Database, person: string, guideId: string): Promise<HandWays> {
  const rows = await db.tables.handWays.findAll({ where: { person, guideId }, raw: true });
  return Object.fromEntries(rows.map(({ choice, way }) => [choice, way]));
}

export async function keepHandWay(
  db: Database,
  row: {
    readonly person: string;
    readonly guideId: string;
    readonly choice: string;
    readonly way: string;
  },
): Promise<void> {
  await db.write((transaction) => db.tables.handWays.upsert({ ...row }, { transaction }));
}
