import { timesEstimate } from "../../core/minutes/index.ts";
import type { TicketLine } from "../../core/ticket/index.ts";
import { TABLES, type TableName, tableRows } from "../../data/exports/index.server.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { openLines } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";

/** The rows of a table that goes out, by the name of its file; undefined: there is no such table. */
export async function rowsOf(act: Act, file: string) {
  allow(act, "export");
  const { db } = act;
  const name = TABLES.find((one) => `${one}.csv` === file) satisfies TableName | undefined;
  if (!name) return undefined;
  const rows = await tableRows(db, name);
  await db.write((transaction) =>
    addRecord(db, stampOf(act), { what: "exported", file }, transaction),
  );
  return name === "times" ? rows.map(withFactor) : rows;
}

type Row = Awaited<ReturnType<typeof tableRows>>[number];

/** A tally as how many times the estimate its steps take, in hundredths. */
function withFactor({ logarithms, ...row }: Row): Row {
  const factor = timesEstimate({ n: Number(row["times"]), sum: Number(logarithms) });
  return { ...row, times_the_estimate: Math.round(100 * factor) / 100 };
}

/** The open tickets, each with its promised day. */
export async function promisedLines(act: Act): Promise<readonly TicketLine[]> {
  allow(act, "export");
  const { db } = act;
  await db.write((transaction) =>
    addRecord(db, stampOf(act), { what: "exported", file: "promised.ics" }, transaction),
  );
  return openLines(db);
}
