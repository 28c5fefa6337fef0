import { readFileSync } from "node:fs";
import path from "node:path";
import { largeGuide } from "../../testing/large-guide.ts";
import { ask, demoShop, ms, print, quantile, root, startServer } from "../measure/report.ts";
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
  server.process.kill();
  print(
    `- **hostile guides** (200 parts in < 5 s, others refused or not proven in < 10 s); ticks meanwhile ${others.length}: ` +
      `p50 ${ms(quantile(others, 0.5))} ms, p95 ${ms(quantile(others, 0.95))} ms, worst ${ms(Math.max(...others))} ms`,
  );
  for (const line of lines) print(line);
}
