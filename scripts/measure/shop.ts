import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { gzipSync } from "node:zlib";
import type { TickReply } from "../../core/ticket/index.ts";
import { openDatabase, type Database } from "../../data/database/index.server.ts";
import { makeShopOfSize } from "../../testing/shop-of-size.ts";
import { ask, ms, print, quantile, root, serverTime, startServer, type Server } from "./report.ts";

const SIZES = [200, 2_000, 20_000] as const;
const TIMES = 120;
const WARM = 20;

interface Taken {
  readonly what: string;
  readonly p50: number;
  readonly p95: number;
  readonly wire95: number;
  readonly cpu: number;
}
interface Figures {
  readonly size: number;
  readonly startMs: number;
  readonly counterKb: number;
  readonly taken: readonly Taken[];
}

const TARGETS: Readonly<Record<string, number>> = {
  counter: 60,
  find: 40,
  "bench page": 60,
  "one tick, on disk": 25,
};

/** A shop of three sizes: what each page costs, and whether it costs more the more the shop has done. */
export async function measureShop(): Promise<void> {
  const all: Figures[] = [];
  for (const size of SIZES) all.push(await measureSize(size));
  print("\n### A shop with a past: 200, 2,000 and 20,000 tickets, 80 of them open\n");
  print(
    "Made by playing jobs of all guides under the rules and writing their ledgers in one piece (`testing/shop-of-size.ts`). " +
      `${TIMES} requests each over loopback; the server's own time by its header, the wire's by the client, ` +
      "processor time by /proc (to a hundredth of a second over all requests).\n",
  );
  print(
    "| what | tickets | server p50 ms | p95 ms | with the wire, p95 | processor ms each | p50 ÷ at 200 | processor ÷ at 200 | target p95 |",
  );
  print("| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |");
  const first = all[0]!;
  for (const [i, { what }] of first.taken.entries()) {
    for (const { size, taken } of all) {
      const { p50, p95, wire95, cpu } = taken[i]!;
      const small = first.taken[i]!;
      print(
        `| ${what} | ${size.toLocaleString("en")} | ${ms(p50)} | ${ms(p95)} | ${ms(wire95)} | ${ms(cpu)} ` +
          `| ${(p50 / small.p50).toFixed(2)} | ${(cpu / small.cpu).toFixed(2)} | ${TARGETS[what] ?? ""} |`,
      );
    }
  }
  print("");
  for (const { size, startMs, counterKb } of all) {
    print(
      `- ${size.toLocaleString("en")} tickets: listening after ${ms(startMs)} ms (target 3000), counter page ` +
        `${counterKb.toFixed(1)} kB gzip (target 60)`,
    );
  }
}

async function measureSize(size: number): Promise<Figures> {
  const data = mkdtempSync(path.join(tmpdir(), `bench-shop-${size}-`));
  await makeShopOfSize(data, path.join(root, "guides"), size, 7);
  const db = await openDatabase(data);
  const benches = await benchesOf(db);
  await db.close();
  const server = await startServer(data, 4693);
  const { url } = server;
  const oldest = 1001;
  const open = benches.map(({ ticket }) => ticket);
  const get = (what: string, address: (i: number) => string) =>
    take(server, what, (i) => ask(url + address(i), { redirect: "manual" }));
  const taken = [
    await get("counter", () => "/"),
    await get("find", (i) => `/find?q=${i % 2 === 0 ? oldest + ((i * 7) % size) : "mt15-a3"}`),
    await get("ticket, open", (i) => `/tickets/${open[i % open.length]}`),
    await get("ticket, handed back", (i) => `/tickets/${oldest + ((i * 3) % (size - 80))}`),
    await get("all tickets", () => "/tickets"),
    await get("all tickets, searched", (i) => `/tickets?q=Customer+c${i}`),
    await get("bench page", (i) => `/tickets/${open[i % open.length]}/bench`),
    await measureTicks(server, benches[0]!),
  ];
  const page = await (await ask(url)).text();
  server.process.kill();
  rmSync(data, { recursive: true });
  return { size, startMs: server.startMs, counterKb: gzipSync(page).length / 1000, taken };
}

export interface OpenBench {
  readonly ticket: number;
  readonly length: number;
}

/** Tickets at the bench, with how many events their screens know: unbegun, the plan alone. */
export async function benchesOf(db: Database): Promise<readonly OpenBench[]> {
  return db.select<{ ticket: number; length: number }>(
    `SELECT tickets.number AS ticket, COALESCE(streams.length, 1) AS length FROM tickets
       LEFT JOIN streams ON streams.ticket = tickets.number
       WHERE tickets.waits = 'bench' ORDER BY length, number`,
  );
}

/** Requests one after the other: the server's time and the wire's, and the processor time of all. */
async function take(
  server: Server,
  what: string,
  ask: (i: number) => Promise<Response>,
): Promise<Taken> {
  for (let i = 0; i < WARM; i++) await (await ask(i)).text();
  const own: number[] = [];
  const wire: number[] = [];
  const cpu = server.cpuMs();
  for (let i = 0; i < TIMES; i++) {
    const start = performance.now();
    const response = await ask(WARM + i);
    await response.text();
    if (response.status >= 400) throw new Error(`${what}: ${response.status} at ${response.url}`);
    wire.push(performance.now() - start);
    own.push(serverTime(response));
  }
  return {
    what,
    p50: quantile(own, 0.5),
    p95: quantile(own, 0.95),
    wire95: quantile(wire, 0.95),
    cpu: (server.cpuMs() - cpu) / TIMES,
  };
}

/** A way of screws is chosen anew with each tick: the rules admit it at any step. */
export async function sendHabit(
  url: string,
  ticket: number,
  i: number,
  after: number,
): Promise<Response> {
  const habit = ["cells", "mirror", "with-part", "parked"][i % 4];
  return ask(`${url}/tickets/${ticket}/events`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({
      id: `measure-${ticket}-${i}`,
      at: new Date().toISOString(),
      after,
      entry: { do: "habit", habit },
    }),
  });
}

/** How many events an answer brought; a tick that was refused is no measurement. */
export async function grownBy(response: Response): Promise<number> {
  const reply = (await response.json()) as TickReply;
  if (!reply.ok) throw new Error(`a tick was refused: ${JSON.stringify(reply.error)}`);
  return reply.value.length;
}

async function measureTicks(server: Server, { ticket, length }: OpenBench): Promise<Taken> {
  let known = length;
  return take(server, "one tick, on disk", async (i) => {
    const response = await sendHabit(server.url, ticket, i, known);
    known += await grownBy(response.clone());
    return response;
  });
}
