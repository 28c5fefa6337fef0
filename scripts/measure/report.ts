/** What the measuring scripts share: the page they write, figures, guides, and servers of their own. */
import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { cpus, tmpdir, totalmem } from "node:os";
import path from "node:path";
import { type Guide, parseGuideText } from "../../core/guide/index.ts";

export const root = path.dirname(path.dirname(import.meta.dirname));

const lines: string[] = [];
/** Writes a line to the screen and to the page. */
export function print(line = ""): void {
  lines.push(line);
  console.log(line);
}
export const printed = (): string => `${lines.join("\n")}\n`;

export const ms = (value: number): string => value.toFixed(value < 10 ? 2 : 1);

export function quantile(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]!;
}

export function timed<T>(work: () => T): { readonly value: T; readonly ms: number } {
  const start = performance.now();
  const value = work();
  return { value, ms: performance.now() - start };
}

/** The guides that ship. */
export function guides(): readonly Guide[] {
  const folder = path.join(root, "guides");
  return readdirSync(folder)
    .filter((name) => name.endsWith(".json"))
    .map((name) => {
      const guide = parseGuideText(readFileSync(path.join(folder, name), "utf8"));
      if (!guide.ok) throw new Error(`${name} is no guide`);
      return guide.value;
    });
}

/** What the figures were measured on: its size, not its maker. */
export function machineLine(): string {
  const [first] = cpus();
  const speed = first && first.speed > 0 ? `, ${(first.speed / 1000).toFixed(1)} GHz` : "";
  return (
    `Machine: ${process.arch}, ${cpus().length} cores${speed}, ${Math.round(totalmem() / 2 ** 30)} GiB, ` +
    `Node ${process.version}, ${new Date().toISOString().slice(0, 10)}`
  );
}

/** A data folder with the demo's shop in it. */
export function demoShop(): string {
  const data = mkdtempSync(path.join(tmpdir(), "bench-measure-"));
  const load = spawnSync("npx", ["tsx", "demo/load.ts", "--data", data], { cwd: root });
  if (load.status !== 0) throw new Error(String(load.stderr));
  return data;
}

export interface Server {
  readonly url: string;
  readonly process: ChildProcess;
  /** From being started to listening, ms. */
  readonly startMs: number;
  /** Processor time of the server so far, all its threads, ms. */
  cpuMs(): number;
}

/** What the server complains of is shown: a measurement of errors is none. */
export async function startServer(data: string, port: number): Promise<Server> {
  const start = performance.now();
  const server = spawn("node", ["scripts/start.mjs"], {
    cwd: root,
    env: { ...process.env, NODE_ENV: "production", PORT: String(port), BENCH_DATA: data },
    stdio: ["ignore", "pipe", "inherit"],
  });
  await new Promise<void>((resolve, reject) => {
    server.stdout.once("data", () => resolve());
    server.once("exit", (code) => reject(new Error(`the server ended (${code})`)));
  });
  const startMs = performance.now() - start;
  const url = `http://127.0.0.1:${port}`;
  return { url, process: server, startMs, cpuMs: () => cpuOf(server.pid!) };
}

/** User and system time of a process, from /proc, in hundredths of a second there. */
function cpuOf(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1]!.split(" ");
  return 10 * (Number(fields[11]) + Number(fields[12]));
}

/** The server's own milliseconds of an answer, by its Server-Timing header. */
export const serverTime = (response: Response): number =>
  Number(/dur=([\d.]+)/.exec(response.headers.get("Server-Timing") ?? "")?.[1] ?? Number.NaN);
