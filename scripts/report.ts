/** What the measuring scripts share: figures, quantiles, and a server of their own. */
import { spawn, type ChildProcess } from "node:child_process";
import path from "node:path";

export const root = path.dirname(import.meta.dirname);
export type Print = (line?: string) => void;

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

/** What the server complains of is shown: a measurement of errors is none. */
export async function startServer(data: string, port: number): Promise<ChildProcess> {
  const server = spawn("node", ["scripts/start.mjs"], {
    cwd: root,
    env: { ...process.env, NODE_ENV: "production", PORT: String(port), BENCH_DATA: data },
    stdio: ["ignore", "pipe", "inherit"],
  });
  await new Promise<void>((resolve, reject) => {
    server.stdout.once("data", () => resolve());
    server.once("exit", (code) => reject(new Error(`the server ended (${code})`)));
  });
  return server;
}
