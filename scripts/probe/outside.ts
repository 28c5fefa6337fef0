import { spawnSync } from "node:child_process";
import {
  chmodSync,
  cpSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { PINS } from "../../demo/scenario.ts";
import { newBackupKey } from "../../shop/backup/index.server.ts";
import { root, startServer, type Server } from "../measure/report.ts";

const [OPEN, DAMAGED, LED] = [4681, 4682, 4683] as const;
/** Nothing takes so long: an attack that hangs gave way. */
const HANG_MS = 15_000;

/** What somebody who was let in asks; with a body it is sent. */
export type Ask = (address: string, body?: unknown) => Promise<Response>;

export const sendPin = (url: string, person: string, pin: string) =>
  fetch(`${url}/sign-in.data`, {
    method: "POST",
    headers: { Origin: url },
    body: new URLSearchParams({ person, pin, stay: "yes" }),
  });

/** Somebody who is let in: what they ask is asked by them. */
export async function comeTo(
  url: string,
  person: string,
  pin = PINS[person]!,
): Promise<Ask | undefined> {
  const answer = await sendPin(url, person, pin);
  const cookie = answer.headers.getSetCookie().map((one) => one.split(";")[0]!);
  await answer.text();
  if (!cookie.some((one) => /session/i.test(one))) return undefined;
  return (address, body) =>
    fetch(`${url}${address}`, {
      method: body === undefined ? "GET" : "POST",
      redirect: "manual",
      signal: AbortSignal.timeout(HANG_MS),
      headers: {
        ...{ Origin: url, Cookie: cookie.join("; ") },
        ...(body === undefined || body instanceof FormData
          ? {}
          : { "Content-Type": "application/json" }),
      },
      ...(body === undefined
        ? {}
        : { body: body instanceof FormData ? body : JSON.stringify(body) }),
    });
}

/** Where somebody has the machine or a copy: without a server of its own, or with one that is started for it. */
export const OUTSIDE: Readonly<Record<string, (data: string) => Promise<string | undefined>>> = {
  "a data folder that is open to others is shut at the start": (data) => {
    chmodSync(data, 0o755);
    const { stdout } = startedFor(8_000, data, OPEN);
    const mode = (statSync(data).mode & 0o777).toString(8);
    const held = mode === "700" && stdout.includes("http://") ? undefined : `it is ${mode}`;
    return Promise.resolve(held);
  },
  "a locked back-up says nothing; it comes back with its key": async (data) => {
    const to = mkdtempSync(path.join(tmpdir(), "bench-probe-locked-"));
    const { opens, locks } = await newBackupKey();
    const made = command(["--to", to, "--data", data, "--key", locks]);
    if (made.status !== 0) return made.stderr;
    const copy = path.join(to, readdirSync(to)[0]!);
    const bytes = readFileSync(path.join(copy, "bench.sqlite.age"), "latin1");
    if (/SQLite|Brightwater|Malloy/.test(bytes)) return "it can be read";
    const key = path.join(to, "key");
    writeFileSync(key, opens);
    const fresh = mkdtempSync(path.join(tmpdir(), "bench-probe-opened-"));
    const without = command(["restore", "--from", copy, "--data", fresh]);
    const back = command(["restore", "--from", copy, "--data", fresh, "--key", key]);
    return without.status !== 0 && back.status === 0 ? undefined : back.stderr;
  },
  "damaged pages are not worked in": (data) => {
    const hurt = mkdtempSync(path.join(tmpdir(), "bench-probe-hurt-"));
    cpSync(data, hurt, { recursive: true });
    const file = path.join(hurt, "bench.sqlite");
    const bytes = readFileSync(file);
    for (let page = 20; page < 60; page += 4) bytes.fill(0x5a, page * 4096, page * 4096 + 4096);
    writeFileSync(file, bytes);
    const started = startedFor(20_000, hurt, DAMAGED);
    const isRefused = started.status !== 0 && /damaged/.test(started.stderr + started.stdout);
    return Promise.resolve(isRefused ? undefined : "it started");
  },
  "a supplier that leads elsewhere leads nowhere": async (data) => {
    let asked = 0;
    const inside = createServer((_request, response) => response.end(String((asked += 1))));
    const outside = createServer((_request, response) => {
      const { port } = inside.address() as AddressInfo;
      response.writeHead(302, { Location: `http://127.0.0.1:${port}/` }).end();
    });
    for (const one of [inside, outside]) {
      await new Promise<void>((resolve) => one.listen(0, "127.0.0.1", resolve));
    }
    const { port } = outside.address() as AddressInfo;
    const server = await startServer(data, LED, {
      BENCH_SUPPLIER: `http://127.0.0.1:${port}`,
    });
    const lead = await comeTo(server.url, "mirel");
    await (await lead!("/tickets/1008/price")).text();
    await ended(server);
    inside.close();
    outside.close();
    return asked === 0 ? undefined : "it was followed";
  },
};

/** Starts a server, and ends it after so many ms where it has not ended by itself. */
export const startedFor = (timeout: number, data: string, port: number) =>
  spawnSync("node", ["scripts/start.mjs"], {
    ...{ cwd: root, encoding: "utf8", timeout },
    env: { ...process.env, NODE_ENV: "production", PORT: String(port), BENCH_DATA: data },
  });

const command = (args: readonly string[]) =>
  spawnSync("npx", ["tsx", "cli/backup.ts", ...args], { cwd: root, encoding: "utf8" });

export async function ended({ process }: Server): Promise<void> {
  const gone = new Promise((resolve) => process.once("exit", resolve));
  process.kill("SIGTERM");
  await gone;
}
