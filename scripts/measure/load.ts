import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { must } from "../../core/base/must.ts";
import { openDatabase } from "../../data/database/index.server.ts";
import { makeShopOfSize } from "../../testing/shop-of-size.ts";
import { ask, guides, ms, print, quantile, root, startServer, type Server } from "./report.ts";
import { benchesOf, grownBy, sendHabit, type OpenBench } from "./shop.ts";

const BENCHES = 50;
const SECONDS = 60;
const TICKETS = 20_000;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, Math.max(0, ms)));

/**
 * Fifty benches that each tick once a second for a minute in a shop of 20,000 tickets, while two people
 * look at pages and one takes a changed guide in every ten seconds; every acknowledged tick is looked
 * for on disk.
 */
export async function measureLoad(): Promise<void> {
  const data = mkdtempSync(path.join(tmpdir(), "bench-load-"));
  await makeShopOfSize(data, path.join(root, "guides"), TICKETS, 7);
  const db = await openDatabase(data);
  const benches = (await benchesOf(db)).slice(0, BENCHES);
  const server = await startServer(data, 4697);
  // A shop's server has been up since the morning: the first pages of a fresh process are not measured.
  for (const { ticket } of benches.slice(0, 5)) {
    await (await ask(`${server.url}/tickets/${ticket}/bench`)).text();
  }
  const times: number[] = [];
  let isOver = false;
  const others = Promise.all([
    browse(server, () => isOver, ["/", "/tickets", "/bench"]),
    browse(server, () => isOver, ["/guides", ...benches.map(({ ticket }) => `/tickets/${ticket}`)]),
    takeGuidesIn(server, () => isOver),
  ]);
  await Promise.all(benches.map((bench, i) => work(server, bench, i, times)));
  isOver = true;
  const [pagesA, pagesB, guides] = await others;
  server.process.kill();
  const [written] = await db.select<{ n: number }>(
    "SELECT COUNT(*) AS n FROM events WHERE id LIKE 'measure-%'",
  );
  await db.close();
  rmSync(data, { recursive: true });
  print(
    `\n### ${BENCHES} benches ticking once a second for ${SECONDS} seconds, in a shop of 20,000 tickets\n`,
  );
  print(
    `Meanwhile two people looked at ${pagesA + pagesB} pages and one took ${guides} changed guides in. ` +
      `${times.length} ticks: p50 ${ms(quantile(times, 0.5))} ms, p95 ${ms(quantile(times, 0.95))} ms, worst ` +
      `${ms(Math.max(...times))} ms with the wire; target p95 < 50 ms. On disk ${written!.n}; lost ` +
      `${times.length - written!.n}. The clients run on the same two cores.`,
  );
}

async function work(
  { url }: Server,
  { ticket, length }: OpenBench,
  bench: number,
  times: number[],
): Promise<void> {
  await pause((1000 * bench) / BENCHES);
  let known = length;
  for (let i = 0; i < SECONDS; i++) {
    const start = performance.now();
    known += await grownBy(await sendHabit(url, ticket, i, known));
    times.push(performance.now() - start);
    await pause(1000 - (performance.now() - start));
  }
}

/** A page every second and a half. */
async function browse(
  { url }: Server,
  isOver: () => boolean,
  pages: readonly string[],
): Promise<number> {
  let seen = 0;
  while (!isOver()) {
    await (await ask(url + pages[seen % pages.length]!)).text();
    seen += 1;
    await pause(1500);
  }
  return seen;
}

/** A guide with another note, taken in as a file would be. */
async function takeGuidesIn({ url }: Server, isOver: () => boolean): Promise<number> {
  const guide = must(
    guides().find(({ id }) => id === "brandel-vortan-16"),
    "the Vortan",
  );
  let taken = 0;
  while (!isOver()) {
    const note = `Taken in ${taken + 1} times.`;
    const file = JSON.stringify({ ...guide, note });
    const form = new FormData();
    form.set("file", new Blob([file], { type: "application/json" }), "vortan.json");
    form.set("why", "measured");
    const answer = await ask(`${url}/guides`, { method: "POST", body: form });
    const page = await answer.text();
    if (!page.includes("is stored as version")) throw new Error("a guide was not taken in");
    taken += 1;
    await pause(10_000);
  }
  return taken;
}
