import { readFileSync } from "node:fs";
import path from "node:path";
import { setTimeout } from "node:timers/promises";
import { largeGuide } from "../../testing/large-guide.ts";
import {
  ask,
  demoShop,
  ms,
  print,
  quantile,
  root,
  type Server,
  startServer,
} from "../measure/report.ts";
import { tickBeside } from "./beside.ts";

type Facts = Record<string, unknown> & {
  parts: Record<string, object>;
  joints: Record<string, object>;
  covers: object[];
  orders: object[];
};

/** A good guide to spoil. */
const tern = (): Facts =>
  JSON.parse(readFileSync(path.join(root, "guides/marrowby-tern-15.json"), "utf8")) as Facts;

/** Files that ask for more than they look like. */
function hostile(): readonly (readonly [string, string])[] {
  const tied = tern();
  const ids = Object.keys(tied.parts);
  for (let i = 0; i < 120; i++) {
    const [a, b] = [ids[i % ids.length]!, ids[(i * 7 + 3) % ids.length]!];
    if (a !== b) tied.orders.push({ first: a, then: b, why: "x" });
  }
  const wide = tern();
  const board = ids.find((id) => id.includes("board")) ?? ids[1]!;
  for (let i = 0; i < 170; i++) {
    wide.parts[`p${i}`] = { name: `P${i}`, kind: "shield", on: board };
    wide.joints[`j${i}`] = { name: `J${i}`, kind: "clips", count: 2, joins: [board, `p${i}`] };
    for (let k = 1; k <= 3; k++) {
      if (i >= k * 5) wide.covers.push({ part: `p${i - k * 5}`, over: [`p${i}`], why: "x" });
    }
  }
  const sisters = tern() as Facts & { variants?: Record<string, object> };
  sisters.variants = Object.fromEntries(
    Array.from({ length: 300 }, (_, i) => [`V${i}`, { about: "x", patch: { note: `n${i}` } }]),
  );
  return [
    ["200 parts", JSON.stringify(largeGuide(200, 7))],
    ["everything before everything", JSON.stringify(tied)],
    ["170 shields over one another", JSON.stringify(wide)],
    ["300 sisters", JSON.stringify(sisters)],
    ["brackets in brackets", "[".repeat(500_000) + "]".repeat(500_000)],
    ["one long name", JSON.stringify({ ...tern(), note: "x".repeat(3_000_000) })],
  ];
}

/** Guide files that take all they are given, while a bench ticks and somebody looks at the counter. */
export async function probeGuides(): Promise<void> {
  const server = await startServer(demoShop(), 4697);
  await (await ask(server.url)).text();
  const lines: string[] = [];
  const others = await tickBeside(server, 100, async () => {
    for (const [name, text] of hostile()) {
      const form = new FormData();
      form.set("file", new Blob([text], { type: "application/json" }), "guide.json");
      form.set("why", "probed");
      const at = performance.now();
      const answer = await ask(`${server.url}/guides`, { method: "POST", body: form });
      const page = await answer.text();
      const took = (performance.now() - at) / 1000;
      const said = page.includes("is stored as version")
        ? "taken in"
        : page.includes("Not proven")
          ? "not proven"
          : page.includes("Nothing was stored")
            ? "refused"
            : `answered ${answer.status}`;
      lines.push(`  - ${name} (${(text.length / 1000).toFixed(0)} kB): ${said} in ${ms(took)} s`);
    }
  });
  const long = await longPlans(server);
  server.process.kill();
  print(
    `- **hostile guides** (200 parts in < 5 s, others refused or not proven in < 10 s); ticks meanwhile ${others.length}: ` +
      `p50 ${ms(quantile(others, 0.5))} ms, p95 ${ms(quantile(others, 0.95))} ms, worst ${ms(Math.max(...others))} ms`,
  );
  for (const line of [...lines, ...long]) print(line);
}

/** Plans that take their time, on the machine of 200 parts: somebody takes it in, and somebody asks and leaves. */
async function longPlans(server: Server): Promise<readonly string[]> {
  const { codes, parts } = largeGuide(200, 7);
  const [code] = codes;
  const ids = Object.keys(parts).filter((id) => id.startsWith("p"));
  const some = (k: number) => ids.filter((_, i) => i % 7 === k);
  const taken: number[] = [];
  for (const k of [0, 1, 2]) {
    const body = new URLSearchParams({
      ...{ customer: "Probe", phone: "12345678", fault: "All of it.", code: code!, condition: "" },
      ...{ serial: `P${k}`, promised: "2099-12-24", work: "replace", mode: "short" },
      ...{ maker: "", model: "", width: "", height: "" },
    });
    for (const part of some(k)) body.append("parts", part);
    const at = performance.now();
    const to = { method: "POST", body, redirect: "manual" } as const;
    const answer = await ask(`${server.url}/tickets/new`, to);
    if (answer.status !== 302) throw new Error(`not taken in: ${answer.status}`);
    taken.push(performance.now() - at);
  }
  const used: number[] = [];
  for (const k of [3, 4]) {
    // What came before is done by then.
    await setTimeout(8000);
    const before = server.cpuMs();
    const query = new URLSearchParams(some(k).map((part) => ["part", part]));
    query.set("code", code!);
    const asker = k === 4 ? { signal: AbortSignal.timeout(150) } : {};
    const asked = ask(`${server.url}/days/earliest?${String(query)}`, asker);
    await asked.then((one) => one.text()).catch(() => undefined);
    await setTimeout(8000);
    used.push(server.cpuMs() - before);
  }
  return [
    `  - the counter takes such a machine in, about 28 parts to change, in ${taken.map(ms).join(", ")} ms, and does not wait for the plan`,
    `  - asked for a plan of it: ${ms(used[0]!)} ms of processor by who stays, ${ms(used[1]!)} by who leaves after 150 ms`,
  ];
}
