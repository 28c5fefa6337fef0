import { openDatabase, type Database } from "../../data/database/index.server.ts";
import { demoShop, print, startServer } from "../measure/report.ts";
import { grownBy, sendHabit } from "../measure/shop.ts";

const PORT = 4691;
const TICKETS = [1004, 1005, 1007];

/**
 * The server is killed (-9) while benches tick, again and again. Every tick that was acknowledged is looked for on disk,
 * once each. Gives how many things are wrong.
 */
export async function probeKills(kills: number): Promise<number> {
  const data = demoShop();
  const acknowledged = new Set<string>();
  let asked = 0;
  for (let round = 0; round < kills; round++) {
    const server = await startServer(data, PORT);
    const gone = new Promise((resolve) => server.process.once("exit", resolve));
    setTimeout(() => server.process.kill("SIGKILL"), 700 + ((round * 137) % 1300));
    await Promise.all(
      TICKETS.map(async (ticket) => {
        try {
          let known = await lengthAt(server.url, ticket);
          for (let i = 0; ; i++) {
            asked += 1;
            known += await grownBy(await sendHabit(server.url, ticket, round * 10_000 + i, known));
            acknowledged.add(`measure-${ticket}-${round * 10_000 + i}`);
          }
        } catch {
          // Killed in the middle: what was not answered counts as not acknowledged.
        }
      }),
    );
    await gone;
  }
  const db = await openDatabase(data);
  const rows = await ticksOnDisk(db);
  const broken = await brokenLedgers(db);
  await db.close();
  const onDisk = new Set(rows.map(({ id }) => id));
  const lost = [...acknowledged].filter((id) => !onDisk.has(id)).length;
  const doubled = rows.filter(({ n }) => n > 1).length;
  print(
    `- **kill -9**: ${kills} kills while three benches ticked, ${asked} ticks sent, ${acknowledged.size} acknowledged: ` +
      `lost ${lost}, doubled ${doubled}, ledgers with a hole ${broken} (targets 0)`,
  );
  return lost + doubled + broken;
}

/** The ticks of this script that are on disk, and how often. */
export const ticksOnDisk = (db: Database) =>
  db.select<{ id: string; n: number }>(
    "SELECT id, COUNT(*) AS n FROM events WHERE id LIKE 'measure-%' GROUP BY id",
  );

/** How many ledgers have a hole, or are not as long as they say. */
export async function brokenLedgers(db: Database): Promise<number> {
  const broken = await db.select<{ stream: string }>(
    `SELECT stream FROM events GROUP BY stream HAVING COUNT(*) <> MAX(seq) + 1
      UNION SELECT id FROM streams WHERE length <> (SELECT COUNT(*) FROM events WHERE stream = streams.id)`,
  );
  return broken.length;
}

/** How many events a ledger has, by what a screen that knows nothing is told. */
export async function lengthAt(url: string, ticket: number): Promise<number> {
  const answer = await sendHabit(url, ticket, -4 * Math.ceil(Math.random() * 1e9), 0);
  const reply = (await answer.json()) as {
    ok: boolean;
    value?: readonly unknown[];
    error?: { type: string; events?: readonly unknown[] };
  };
  if (reply.ok) return reply.value!.length;
  const { events } = reply.error ?? {};
  if (!events) throw new Error(`no ledger: ${JSON.stringify(reply)}`);
  return events.length;
}
