import type { Transaction } from "sequelize";
import { reader } from "../../core/base/ajv.ts";
import type { Teaching, Verdict } from "../../core/lessons/index.ts";
import { readColumn } from "../database/json.server.ts";
import type { Database } from "../database/database.server.ts";
import type { LessonVerdictRow } from "../database/rows.server.ts";

/** What was made of a lesson, with the jobs that it came from. */
export interface LessonVerdict {
  readonly guideId: string;
  readonly key: string;
  readonly verdict: Verdict;
  /** Of the machine that it stays with; "" for the model. */
  readonly serial: string;
  readonly teaching: Teaching;
  readonly tickets: readonly number[];
  readonly why: string;
  readonly at: string;
  readonly by: string;
}

const readTeaching = reader<Teaching>({
  type: "object",
  required: ["type"],
  properties: { type: { enum: ["count", "minutes", "in-reach", "held-by", "words"] } },
});
const readTickets = reader<readonly number[]>({ type: "array", items: { type: "integer" } });

const verdictOf = (row: LessonVerdictRow): LessonVerdict => ({
  ...row,
  teaching: readColumn(readTeaching, row.teaching, `verdict on ${row.key}`),
  tickets: readColumn(readTickets, row.tickets, `verdict on ${row.key}`),
});

/** The verdicts on what was taught about a guide, oldest first. */
export async function verdictsOf(db: Database, guideId: string): Promise<readonly LessonVerdict[]> {
  const rows = await db.tables.lessonVerdicts.findAll({
    where: { guideId },
    order: ["id"],
    raw: true,
  });
  return rows.map(verdictOf);
}

/** What stays with one machine, by its serial. */
export async function verdictsOnMachine(
  db: Database,
  guideId: string,
  serial: string,
): Promise<readonly LessonVerdict[]> {
  if (serial === "") return [];
  const where = { guideId, serial, verdict: "machine" };
  const rows = await db.tables.lessonVerdicts.findAll({ where, order: ["id"], raw: true });
  return rows.map(verdictOf);
}

export async function addVerdict(
  db: Database,
  verdict: LessonVerdict,
  transaction: Transaction,
): Promise<void> {
  const row = {
    ...verdict,
    teaching: JSON.stringify(verdict.teaching),
    tickets: JSON.stringify(verdict.tickets),
  };
  await db.tables.lessonVerdicts.create(row, { transaction });
}
