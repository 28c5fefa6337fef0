import { readFileSync } from "node:fs";

/** How the server is to be reached, and what it lets through. */
export interface Settings {
  readonly host: string;
  readonly port: number;
  /** Names that a request may be for, without port. */
  readonly hosts: ReadonlySet<string>;
  /** How many proxies stand before it, that say whose the address is and whether it was HTTPS. */
  readonly proxies: number;
  readonly tls: { readonly key: Buffer; readonly cert: Buffer } | undefined;
  /** Requests a minute from one address: many times what a bench makes. */
  readonly rate: number;
  readonly packBytes: number;
}

const LOOPBACK = ["127.0.0.1", "localhost", "[::1]"];

/** Thrown where a setting is none; its message is for whoever starts the server. */
export class BadSetting extends Error {}

/** The settings in the environment; what is wrong with one is said in words. */
export function settingsIn(env: Readonly<Record<string, string | undefined>>): Settings {
  const host = env["HOST"] ?? "127.0.0.1";
  const proxies = whole(env, "BENCH_PROXIES", 0, 0, 10);
  const key = env["BENCH_TLS_KEY"];
  const cert = env["BENCH_TLS_CERT"];
  if ((key === undefined) !== (cert === undefined)) {
    throw new BadSetting("HTTPS needs both BENCH_TLS_KEY and BENCH_TLS_CERT: two files, in PEM.");
  }
  const said = (env["BENCH_HOSTS"] ?? "").split(",").map((name) => name.trim().toLowerCase());
  return {
    host,
    port: whole(env, "PORT", 4600, 0, 65_535),
    hosts: new Set([...LOOPBACK, host.includes(":") ? `[${host}]` : host, ...said.filter(Boolean)]),
    proxies,
    tls:
      key === undefined || cert === undefined
        ? undefined
        : { key: file("BENCH_TLS_KEY", key), cert: file("BENCH_TLS_CERT", cert) },
    rate: whole(env, "BENCH_RATE", 6000, 60, 10_000_000),
    packBytes: whole(env, "BENCH_PACK_MB", 60, 1, 2000) * 1_000_000,
  };
}

function whole(
  env: Readonly<Record<string, string | undefined>>,
  name: string,
  usual: number,
  fewest: number,
  most: number,
): number {
  const text = env[name];
  if (text === undefined || text === "") return usual;
  const value = Number(text);
  if (Number.isInteger(value) && value >= fewest && value <= most) return value;
  throw new BadSetting(`${name} is a whole number from ${fewest} to ${most}; it says "${text}".`);
}

function file(name: string, path: string): Buffer {
  try {
    return readFileSync(path);
  } catch {
    throw new BadSetting(`${name}: there is no file ${path} that can be read.`);
  }
}

/** Whether only this machine can reach it. */
export const isLoopback = (host: string): boolean =>
  host === "localhost" || host === "::1" || /^127\./.test(host);
