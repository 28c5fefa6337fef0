import { PIN } from "../testing/builders.ts";
import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { cpus, tmpdir, totalmem } from "node:os";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { createRequire } from "node:module";
import type * as Clingo from "clingo-wasm";
import { foldLedger, type LedgerEvent } from "../core/bench/index.ts";
import type { Guide } from "../core/guide/index.ts";
import { planJob } from "../core/plan/index.ts";
import { modelOf } from "../core/rules/index.ts";
import { answerSetProgram, PER_MINUTE, stagesOf } from "../testing/general-solver.ts";
import { largeGuide } from "../testing/large-guide.ts";
import { naiveWork } from "../testing/naive-rules.ts";
import { randomCase } from "../testing/random-guide.ts";
import { nextEntry } from "../testing/play.ts";
import { measureBrowser, measureLoad, measureStream, measureTray } from "./measure-bench.ts";
import { ms, quantile, root, startServer, timed } from "./report.ts";

/** A CommonJS package whose names Node does not see. */
const { init } = createRequire(import.meta.url)("clingo-wasm") as typeof Clingo;

const lines: string[] = [];
const print = (line = ""): void => {
  lines.push(line);
  console.log(line);
};

function guides(): readonly Guide[] {
  const folder = path.join(root, "guides");
  return readdirSync(folder)
    .filter((name) => name.endsWith(".json"))
    .map((name) => JSON.parse(readFileSync(path.join(folder, name), "utf8")) as Guide);
}

/** Each part of a guide as a job of its own: the first run, then the median of nine more. */
function measurePlans(guide: Guide): void {
  print(`\n### Plan, each part of ${guide.maker} ${guide.model}\n`);
  print("| part | steps | work, min | proven | visited | first ms | ms |");
  print("| --- | ---: | ---: | --- | ---: | ---: | ---: |");
  const all: number[] = [];
  for (const part of Object.keys(guide.parts)) {
    const runs = Array.from({ length: 10 }, () => timed(() => planJob(guide, { for: [part] })));
    const time = quantile(
      runs.slice(1).map((run) => run.ms),
      0.5,
    );
    const plan = runs[0]!.value;
    all.push(time);
    if (!plan.ok) {
      print(`| ${part} | | | no plan | | | ${ms(time)} |`);
      continue;
    }
    const { down, work, proven, visited } = plan.value;
    print(
      `| ${part} | ${down.length} | ${work.toFixed(2)} | ${proven ? "yes" : "NO"} | ${visited} | ${ms(runs[0]!.ms)} | ${ms(time)} |`,
    );
  }
  print(
    `\nmedian ${ms(quantile(all, 0.5))} ms, worst ${ms(Math.max(...all))} ms; ` +
      `${all.filter((t) => t < 50).length} of ${all.length} under the target of 50 ms`,
  );
}

/**
 * Every part of every guide, short and book: the median of five runs, after one round that only warms
 * the machine up, as a server is warm. Then several parts at once.
 */
function measureEvery(all: readonly Guide[]): void {
  for (const guide of all)
    for (const part of Object.keys(guide.parts)) planJob(guide, { for: [part] });
  print("\n### Plan, every part of every guide, short and book\n");
  print("| guide | parts | joints | jobs | proven | order exact | median ms | p95 ms | worst ms |");
  print("| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | --- |");
  for (const guide of all) {
    const runs = Object.keys(guide.parts).flatMap((part) =>
      (["short", "book"] as const).map((mode) => {
        const five = Array.from({ length: 5 }, () =>
          timed(() => planJob(guide, { for: [part], mode })),
        );
        const { value } = five[0]!;
        return {
          part,
          mode,
          value,
          ms: quantile(
            five.map((run) => run.ms),
            0.5,
          ),
        };
      }),
    );
    const times = runs.map((run) => run.ms);
    const worst = runs.reduce((a, b) => (b.ms > a.ms ? b : a));
    const proven = runs.filter(({ value }) => value.ok && value.value.proven).length;
    const exact = runs.filter(({ value }) => value.ok && value.value.handlingExact).length;
    print(
      `| ${guide.model} | ${Object.keys(guide.parts).length} | ${Object.keys(guide.joints).length} ` +
        `| ${runs.length} | ${proven} | ${exact} | ${ms(quantile(times, 0.5))} ` +
        `| ${ms(quantile(times, 0.95))} | ${ms(worst.ms)} (${worst.part}, ${worst.mode}) |`,
    );
  }
  print("\n### Plan, several parts at once\n");
  print("| guide | job | work, min | proven | ms |");
  print("| --- | --- | ---: | --- | ---: |");
  const kinds = ["battery", "fan", "motherboard", "touchpad", "jack"];
  for (const guide of all) {
    const wanted = Object.entries(guide.parts).filter(([, { kind }]) => kinds.includes(kind));
    const job = { for: wanted.map(([id]) => id) };
    planJob(guide, job);
    const { value, ms: time } = timed(() => planJob(guide, job));
    if (!value.ok) throw new Error(`${guide.id}: no plan for ${job.for.join(", ")}`);
    const { work, proven } = value.value;
    print(
      `| ${guide.model} | ${job.for.join(", ")} | ${work.toFixed(2)} | ${proven ? "yes" : "NO"} | ${ms(time)} |`,
    );
  }
}

/** Generated machines: a part in the middle, and the frame, under which everything has to come off. */
function measureScaling(): void {
  print("\n### Plan, generated machines\n");
  print("| parts | joints | target | work, min | bound | order exact | ms | heap MB |");
  print("| ---: | ---: | --- | ---: | ---: | --- | ---: | ---: |");
  for (const size of [20, 50, 100, 200, 500]) {
    const guide = largeGuide(size, size);
    for (const target of [`p${size >> 1}`, "frame"]) {
      const { value, ms: time } = timed(() => planJob(guide, { for: [target] }));
      if (!value.ok) throw new Error(`generated ${size}: no plan for ${target}`);
      const { work, bound, handlingExact } = value.value;
      print(
        `| ${size} | ${Object.keys(guide.joints).length} | ${target} | ${work.toFixed(2)} ` +
          `| ${bound.toFixed(2)} | ${handlingExact ? "yes" : "no"} | ${ms(time)} ` +
          `| ${Math.round(process.memoryUsage().heapUsed / 1e6)} |`,
      );
    }
  }
}

/** The planner beside the naive search on the same small guides, where that one ends. */
function measureAgainstNaive(): void {
  const ratios: number[] = [];
  let equal = 0;
  for (let seed = 1; ratios.length < 60 && seed < 400; seed++) {
    const { guide, job } = randomCase(seed);
    const naive = timed(() => naiveWork(guide, job, 2500));
    const plan = timed(() => planJob(guide, job));
    if (naive.value === "gave-up" || naive.value === undefined || !plan.value.ok) continue;
    if (Math.abs(plan.value.value.work - naive.value) < 1e-3) equal += 1;
    ratios.push(naive.ms / plan.ms);
  }
  print("\n### Planner beside the naive search, seeded small guides\n");
  print(
    `${ratios.length} guides of 3 to 6 parts: equal work in ${equal}; naive ÷ planner ` +
      `median ${quantile(ratios, 0.5).toFixed(1)}, p90 ${quantile(ratios, 0.9).toFixed(1)}`,
  );
}

/**
 * The planner (least work and handling) beside a general solver (least work alone) on every part of
 * every guide: the second of two runs of each, one after the other. The solver is told how many
 * stages are enough. And beside the floor: every fact of the guide looked at once.
 */
async function measureAgainstSolver(all: readonly Guide[]): Promise<void> {
  print("\n### Planner beside a general solver (clingo, core-guided), and beside the floor\n");
  print("The floor is one pass over the guide's parts, joints, covers and orders.\n");
  print(
    "| guide | jobs | equal work | planner median ms | solver median ms | solver ÷ planner: least | median | most | planner ÷ floor, median |",
  );
  print("| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |");
  const solve = await init();
  const everyRatio: number[] = [];
  for (const guide of all) {
    const floor = floorOf(guide);
    const planner: number[] = [];
    const solver: number[] = [];
    let equal = 0;
    for (const part of Object.keys(guide.parts)) {
      const job = { for: [part] };
      const first = planJob(guide, job);
      if (!first.ok) throw new Error(`${guide.id}: no plan for ${part}`);
      const program = answerSetProgram(guide, job, stagesOf(guide, job, first.value.down));
      const ask = () => solve(program, 0, ["--opt-strategy=usc"]);
      planner.push(timed(() => planJob(guide, job)).ms);
      ask();
      const { value, ms: time } = timed(ask);
      if (value.Result !== "OPTIMUM FOUND")
        throw new Error(`${guide.id}, ${part}: ${value.Result}`);
      const work = value.Call[0]!.Witnesses.at(-1)!.Costs![0]! / PER_MINUTE;
      if (Math.abs(work - first.value.work) < 1e-3) equal += 1;
      solver.push(time);
    }
    const ratios = solver.map((time, i) => time / planner[i]!);
    everyRatio.push(...ratios);
    print(
      `| ${guide.model} | ${ratios.length} | ${equal} | ${ms(quantile(planner, 0.5))} | ${ms(quantile(solver, 0.5))} ` +
        `| ${Math.min(...ratios).toFixed(1)} | ${quantile(ratios, 0.5).toFixed(1)} | ${Math.max(...ratios).toFixed(0)} ` +
        `| ${(quantile(planner, 0.5) / floor).toFixed(0)} |`,
    );
  }
  print(
    `\nall ${everyRatio.length} jobs: solver ÷ planner median ${quantile(everyRatio, 0.5).toFixed(1)} ` +
      `(target 10), at least 10 in ${everyRatio.filter((ratio) => ratio >= 10).length}`,
  );
}

/** Milliseconds of one pass over a guide's facts. */
function floorOf(guide: Guide): number {
  const pass = (): number => {
    let seen = 0;
    for (const part of Object.values(guide.parts)) seen += part.on === undefined ? 0 : 1;
    for (const joint of Object.values(guide.joints))
      for (const id of joint.joins) seen += id.length;
    for (const { part, over } of guide.covers)
      for (const id of over) seen += part.length + id.length;
    for (const { first, then } of guide.orders) seen += first.length + then.length;
    return seen;
  };
  const runs = Array.from({ length: 200 }, () => timed(pass).ms);
  return quantile(runs, 0.5);
}

/** A ledger of 2,000 events: a job gone through, taken back step by step, and again. */
function measureFold(guide: Guide): void {
  const model = modelOf(guide);
  const plan = planJob(guide, { for: ["board"] });
  if (!plan.ok) throw new Error("the board has no plan");
  const at = "2026-01-01T08:00:00Z";
  const events: LedgerEvent[] = [
    {
      id: "e0",
      at,
      by: "m",
      entry: { do: "start", guide: PIN, job: { for: ["board"] }, down: plan.value.down },
    },
  ];
  const push = (entry: LedgerEvent["entry"]): string => {
    const id = `e${events.length}`;
    events.push({ id, at, by: "m", entry });
    return id;
  };
  while (events.length < 1900) {
    const entry = nextEntry(model, foldLedger(model, events), undefined);
    if (!entry) break;
    const id = push(entry);
    if (events.length < 1800) {
      push({ do: "take-back", event: id });
      if (events.length % 40 === 1) push(entry);
    }
    if (entry.do === "close") break;
  }
  while (events.length < 2000) {
    const last = foldLedger(model, events).live.at(-1)!;
    push({ do: "take-back", event: last });
    push(nextEntry(model, foldLedger(model, events), undefined)!);
  }
  const runs = Array.from({ length: 30 }, () => timed(() => foldLedger(model, events)).ms);
  const live = foldLedger(model, events).live.length;
  print("\n### Fold\n");
  print(
    `${events.length} events (${live} stand): median ${ms(quantile(runs, 0.5))} ms, ` +
      `p95 ${ms(quantile(runs, 0.95))} ms; target 5 ms`,
  );
}

/** The bench page and one tick, over loopback, 200 times each: the server's time and the wire's. */
async function measureServer(): Promise<void> {
  const data = mkdtempSync(path.join(tmpdir(), "bench-measure-"));
  const load = spawnSync("npx", ["tsx", "demo/load.ts", "--data", data], { cwd: root });
  if (load.status !== 0) throw new Error(String(load.stderr));
  const port = 4698;
  const server = await startServer(data, port);
  const address = `http://127.0.0.1:${port}/tickets/1007`;
  const pages: Timing[] = [];
  const ticks: Timing[] = [];
  for (let i = 0; i < 210; i++) {
    const start = performance.now();
    const response = await fetch(`${address}/bench`);
    await response.text();
    if (i >= 10) pages.push([serverTime(response), performance.now() - start]);
  }
  let known = 1;
  for (let i = 0; i < 210; i++) {
    const id = `measure-${i}`;
    const entry =
      i === 0
        ? { do: "answer", stop: "begin", answer: "yes" }
        : i % 2 === 1
          ? { do: "release", joint: "base-screws-rear", count: 6, cell: 1 }
          : { do: "take-back", event: `measure-${i - 1}` };
    const start = performance.now();
    const response = await fetch(`${address}/events`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ id, at: new Date().toISOString(), after: known, entry }),
    });
    const answer = (await response.json()) as { ok: boolean; events: unknown[] };
    if (i >= 10) ticks.push([serverTime(response), performance.now() - start]);
    if (!answer.ok) throw new Error(`tick ${i} was refused: ${JSON.stringify(answer)}`);
    known += answer.events.length;
  }
  server.kill();
  print("\n### Server, 200 requests each over loopback\n");
  print("| what | p50 ms | p95 ms | with the wire, p50 | p95 | target |");
  print("| --- | ---: | ---: | ---: | ---: | --- |");
  print(`| bench page | ${timings(pages)} | |`);
  print(`| one tick, on disk | ${timings(ticks)} | p95 < 25 ms |`);
}

/** The server's own milliseconds, by its Server-Timing header, and those that the client waited. */
type Timing = readonly [server: number, client: number];

const serverTime = (response: Response): number =>
  Number(/dur=([\d.]+)/.exec(response.headers.get("Server-Timing") ?? "")?.[1] ?? Number.NaN);

const timings = (all: readonly Timing[]): string =>
  [0, 1]
    .flatMap((side) =>
      [0.5, 0.95].map((q) =>
        ms(
          quantile(
            all.map((one) => one[side]!),
            q,
          ),
        ),
      ),
    )
    .join(" | ");

interface Entry {
  readonly file: string;
  readonly imports?: readonly string[];
}

/** All JavaScript the bench page loads: its route, the root, the entry and what they import. */
function measureScripts(): void {
  const manifest = path.join(root, "build/client/.vite/manifest.json");
  const client = path.join(root, "build/client");
  if (!existsSync(manifest)) throw new Error(`no ${manifest}; is build.manifest on?`);
  const chunks = JSON.parse(readFileSync(manifest, "utf8")) as Record<string, Entry>;
  const wanted = Object.keys(chunks).filter((key) =>
    /entry\.client|app\/root\.tsx|routes\/bench\.tsx/.test(key),
  );
  const seen = new Set<string>();
  const visit = (key: string): void => {
    if (seen.has(key)) return;
    seen.add(key);
    chunks[key]?.imports?.forEach(visit);
  };
  wanted.forEach(visit);
  const files = new Set([...seen].map((key) => chunks[key]!.file));
  let size = 0;
  for (const file of files) size += gzipSync(readFileSync(path.join(client, file))).length;
  print("\n### JavaScript of the bench page\n");
  print(
    `${files.size} files, ${(size / 1000).toFixed(0)} kB gzip; target 300 kB ` +
      `(${wanted.length} roots: entry, root, bench)`,
  );
}

const cpu = cpus();
print("# Measurements\n");
print("Printed by `npm run measure`; the last output is kept here.\n");
print(
  `Machine: ${cpu[0]?.model ?? "unknown"}, ${cpu.length} cores, ` +
    `${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.version}, ` +
    `${new Date().toISOString().slice(0, 10)}`,
);
const tern = guides().find(({ id }) => id === "marrowby-tern-15")!;
measurePlans(tern);
measureEvery(guides());
measureScaling();
measureAgainstNaive();
await measureAgainstSolver(guides());
measureFold(tern);
await measureServer();
measureScripts();
measureTray(print);
await measureBrowser(print);
await measureStream(print);
await measureLoad(print);
writeFileSync(path.join(root, "docs/measurements.md"), `${lines.join("\n")}\n`);
