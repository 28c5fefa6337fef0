import { spawnSync } from "node:child_process";
import { must } from "../../core/base/must.ts";
import { openDatabase, type Database } from "../../data/database/index.server.ts";
import { allPeople } from "../../data/people/index.server.ts";
import { openShop } from "../../shop/open.server.ts";
import { decide, takeIn } from "../../shop/ticket/index.server.ts";
import {
  demoShop,
  ms,
  print,
  quantile,
  root,
  startServer,
  type Server,
} from "../measure/report.ts";
import { grownBy, sendHabit } from "../measure/shop.ts";
import { brokenLedgers, lengthAt, ticksOnDisk } from "./kills.ts";

const PORTS = [4687, 4688] as const;
const KILLED = 6;

const pause = (time: number) => new Promise((resolve) => setTimeout(resolve, Math.max(0, time)));

interface Sizes {
  readonly benches: number;
  /** Seconds between two ticks of a bench: a quick technician's are ten. */
  readonly every: number;
  readonly ticks: number;
  readonly kills: number;
}

/**
 * Two servers on one PostgreSQL: so many benches tick in turn, half of them at each server; then one of the two is killed (-9), again and again, while benches tick at both. Gives how many
 * things are wrong.
 */
export async function probeServers(
  address: string,
  { benches, every, ticks, kills }: Sizes,
): Promise<number> {
  const data = demoShop();
  const tickets = await benchesIn(data, benches);
  const moved = spawnSync("npx", ["tsx", "cli/move.ts", "--data", data, "--to", address], {
    cwd: root,
    encoding: "utf8",
  });
  if (moved.status !== 0) throw new Error(moved.stderr);
  const env = { BENCH_DATABASE: address };
  const servers = await Promise.all(PORTS.map((port) => startServer(data, port, env)));
  const acknowledged = new Set<string>();
  const times: number[] = [];
  await Promise.all(
    tickets.map((ticket, i) =>
      tickFor(must(servers[i % 2], "a server"), ticket, (every * i) / benches, {
        every,
        ticks,
        times,
        acknowledged,
      }),
    ),
  );
  const beforeKills = acknowledged.size;
  const asked = await killOneOf(servers, data, env, tickets.slice(0, KILLED), kills, acknowledged);
  const db = await openDatabase(data, { server: address });
  const wrong = await check(db, acknowledged);
  const p95 = quantile(times, 0.95);
  print(
    `- **two servers on PostgreSQL**: ${benches} benches ticked every ${every} s, half at each server: ` +
      `${times.length} ticks, p50 ${ms(quantile(times, 0.5))} ms, p95 ${ms(p95)} ms, worst ${ms(Math.max(...times))} ms ` +
      "with the wire (target p95 < 50 ms; clients, both servers and the database on the same two cores)",
  );
  print(
    `- **one of two servers killed** (-9) ${kills} times while ${KILLED} benches ticked at both: ${asked} ticks sent, ` +
      `${acknowledged.size - beforeKills} acknowledged; of all ${acknowledged.size} lost ${wrong.lost}, doubled ${wrong.doubled}, ` +
      `ledgers with a hole ${wrong.broken} (targets 0)`,
  );
  return wrong.lost + wrong.doubled + wrong.broken;
}

/** The demo's shop with so many more tickets that wait for the bench. */
async function benchesIn(data: string, count: number): Promise<readonly number[]> {
  const { db } = await openShop(data);
  const [actor] = (await allPeople(db)).filter(({ role }) => role === "lead");
  let made = 0;
  const act = {
    db,
    actor: must(actor, "a lead"),
    now: () => new Date(),
    newId: () => `probe-${(made += 1)}`,
  };
  const numbers: number[] = [];
  for (let i = 0; i < count; i++) {
    const taken = await takeIn(act, {
      ...{ customer: `Bench ${i}`, phone: "1", fault: "Fan howls", code: "MT15-A2", serial: "" },
      ...{ condition: "", parts: ["fan"], mode: "short", promised: "2099-01-05" },
      ...{ signs: [], work: "replace", intake: {}, consents: [] },
    });
    if (!taken.ok) throw new Error(JSON.stringify(taken.error));
    const decided = await decide(act, taken.value, "yes-ready", "");
    if (!decided.ok) throw new Error(JSON.stringify(decided.error));
    numbers.push(taken.value);
  }
  await db.close();
  return numbers;
}

interface Ticking {
  readonly every: number;
  readonly ticks: number;
  readonly times: number[];
  readonly acknowledged: Set<string>;
}

async function tickFor(
  { url }: Server,
  ticket: number,
  offset: number,
  { every, ticks, times, acknowledged }: Ticking,
): Promise<void> {
  await pause(1000 * offset);
  let known = await lengthAt(url, ticket);
  for (let i = 0; i < ticks; i++) {
    const start = performance.now();
    known += await grownBy(await sendHabit(url, ticket, i, known));
    // The first of a process reads guide and ledger; a shop's have been up since the morning.
    if (i > 0) times.push(performance.now() - start);
    acknowledged.add(`measure-${ticket}-${i}`);
    await pause(1000 * every - (performance.now() - start));
  }
}

/** Kills first one server, then the other, and so on; gives how many ticks were sent. */
async function killOneOf(
  servers: readonly Server[],
  data: string,
  env: Readonly<Record<string, string>>,
  tickets: readonly number[],
  kills: number,
  acknowledged: Set<string>,
): Promise<number> {
  let asked = 0;
  const running = [...servers];
  for (let round = 0; round < kills; round++) {
    const which = round % 2;
    let isOver = false;
    const gone = new Promise((resolve) => running[which]!.process.once("exit", resolve));
    setTimeout(() => running[which]!.process.kill("SIGKILL"), 400 + ((round * 137) % 900));
    const working = tickets.map(async (ticket, i) => {
      const { url } = running[i % 2]!;
      try {
        let known = await lengthAt(url, ticket);
        for (let at = 0; !isOver; at++) {
          const id = (round + 1) * 10_000 + at;
          asked += 1;
          known += await grownBy(await sendHabit(url, ticket, id, known));
          acknowledged.add(`measure-${ticket}-${id}`);
        }
      } catch {
        // Killed in the middle: what was not answered counts as not acknowledged.
      }
    });
    await gone;
    isOver = true;
    await Promise.all(working);
    running[which] = await startServer(data, PORTS[which]!, env);
  }
  for (const server of running) server.process.kill("SIGKILL");
  return asked;
}

async function check(db: Database, acknowledged: ReadonlySet<string>) {
  try {
    const rows = await ticksOnDisk(db);
    const onDisk = new Set(rows.map(({ id }) => id));
    return {
      lost: [...acknowledged].filter((id) => !onDisk.has(id)).length,
      doubled: rows.filter(({ n }) => n > 1).length,
      broken: await brokenLedgers(db),
    };
  } finally {
    await db.close();
  }
}
