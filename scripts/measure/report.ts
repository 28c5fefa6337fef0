/** What the measuring scripts share: the page they write, figures, guides, and servers of their own. */
import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
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
  cpSync((template ??= demoLoaded()), data, { recursive: true });
  return data;
}

/** The demo as it was loaded once, by who started this or here: every shop of it is a copy. */
let template = process.env["BENCH_TEMPLATE"];

function demoLoaded(): string {
  const data = mkdtempSync(path.join(tmpdir(), "bench-demo-"));
  const load = spawnSync("npx", ["tsx", "demo/load.ts", "--data", data], { cwd: root });
  if (load.status !== 0) throw new Error(String(load.stderr));
  process.on("exit", () => rmSync(data, { recursive: true, force: true }));
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
export async function startServer(
  data: string,
  port: number,
  more: Readonly<Record<string, string>> = {},
): Promise<Server> {
  const start = performance.now();
  const server = spawn("node", ["scripts/start.mjs"], {
    cwd: root,
    env: {
      ...process.env,
      NODE_ENV: "production",
      PORT: String(port),
      BENCH_DATA: data,
      // One address stands for a whole shop here.
      BENCH_RATE: "10000000",
      ...more,
    },
    stdio: ["ignore", "pipe", "inherit"],
  });
  await new Promise<void>((resolve, reject) => {
    server.stdout.once("data", () => resolve());
    server.once("exit", (code) => reject(new Error(`the server ended (${code})`)));
  });
  const startMs = performance.now() - start;
  const url = `http://127.0.0.1:${port}`;
  await signIn(url);
  return { url, process: server, startMs, cpuMs: () => cpuOf(server.pid!) };
}

/** The leads of the demo and of a shop that was made large, with the PIN of both. */
const LEADS = ["mirel", "ada"];
const PIN = "4071";
const cookies = new Map<string, string>();

/** Lets the lead in; what is asked of that server from then on is asked by them. */
export async function signIn(url: string): Promise<void> {
  for (const person of LEADS) {
    const answer = await fetch(`${url}/sign-in.data`, {
      method: "POST",
      headers: { Origin: url },
      body: new URLSearchParams({ person, pin: PIN, stay: "yes" }),
    });
    await answer.text();
    if (answer.status !== 200) continue;
    const given = answer.headers.getSetCookie().map((cookie) => cookie.split(";")[0]!);
    cookies.set(url, given.join("; "));
    return;
  }
  throw new Error("nobody was let in");
}

/** Asks a server as a page of somebody who is signed in there. */
export function ask(address: string, init: RequestInit = {}): Promise<Response> {
  const { origin } = new URL(address);
  const headers = new Headers(init.headers);
  headers.set("Cookie", cookies.get(origin) ?? "");
  headers.set("Origin", origin);
  return fetch(address, { ...init, headers });
}

/** The cookies of whoever is signed in, for a browser. */
export const cookiesOf = (
  url: string,
): readonly { readonly name: string; readonly value: string }[] =>
  (cookies.get(url) ?? "").split("; ").flatMap((pair) => {
    const at = pair.indexOf("=");
    return at < 0 ? [] : [{ name: pair.slice(0, at), value: pair.slice(at + 1) }];
  });

/** User and system time of a process, from /proc, in hundredths of a second there. */
function cpuOf(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1]!.split(" ");
  return 10 * (Number(fields[11]) + Number(fields[12]));
}

/** The server's own milliseconds of an answer, by its Server-Timing header. */
export const serverTime = (response: Response): number =>
  Number(/dur=([\d.]+)/.exec(response.headers.get("Server-Timing") ?? "")?.[1] ?? Number.NaN);
