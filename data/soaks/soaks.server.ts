import type { Guide } from "../../core/guide/index.ts";
import { lastFaults, type Reading, type Run, type SoakFault } from "../../core/soak/index.ts";
import type { Ticket } from "../../core/ticket/index.ts";
import type { Database } from "../database/database.server.ts";

export interface Soak extends Run {
  readonly id: string;
  readonly ticket: string;
  readonly at: string;
  readonly by: string;
}

/** The soaks of a ticket, oldest first. */
export async function soaksOf(db: Database, ticket: string): Promise<readonly Soak[]> {
  const rows = await db.models.soaks.findAll({ where: { ticket }, order: ["at", "id"], raw: true });
  return rows.map((row) => ({
    ...row,
    round: row.round as Soak["round"],
    readings: JSON.parse(row.readings) as Reading[],
  }));
}

export const hasFan = ({ parts }: Guide): boolean =>
  Object.values(parts).some(({ kind }) => kind === "fan");

/** The runs that count: before the work, and since the machine was shut last. */
export function countedRuns(
  { moves }: Pick<Ticket, "moves">,
  runs: readonly Soak[],
): readonly Soak[] {
  const shut = moves.findLast(({ to }) => to === "soak")?.at ?? "";
  return runs.filter(({ round, at }) => round === "before" || at >= shut);
}

/** What is wrong with the last run since the machine was shut; undefined when there was none. */
export const faultsNow = (
  ticket: Pick<Ticket, "moves">,
  guide: Guide,
  runs: readonly Soak[],
): readonly SoakFault[] | undefined => lastFaults(countedRuns(ticket, runs), hasFan(guide));

export async function addSoak(db: Database, soak: Soak): Promise<void> {
  await db.models.soaks.upsert({ ...soak, readings: JSON.stringify(soak.readings) });
}
