import { execFileSync, spawn, spawnSync } from "node:child_process";
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { aptInstall, say } from "./setup.mjs";

const DEBIAN = "/usr/lib/postgresql";
const isRoot = process.getuid?.() === 0;

/** Debian's PostgreSQL, installed when it is missing: the folder of its programs. */
export function postgresPrograms() {
  if (!existsSync(DEBIAN)) {
    say("installing PostgreSQL from Debian's packages");
    aptInstall("postgresql");
  }
  const newest = readdirSync(DEBIAN).sort((a, b) => Number(b) - Number(a))[0];
  return path.join(DEBIAN, newest, "bin");
}

/** As root its programs refuse to run: then they are the package's own user's. */
const asItsUser = (command, args) =>
  isRoot ? ["runuser", ["-u", "postgres", "--", command, ...args]] : [command, args];

/** For tests that pull no plug: nothing is waited for until it is on the disk. */
export const LOOSE = [
  "-c",
  "fsync=off",
  "-c",
  "full_page_writes=off",
  "-c",
  "synchronous_commit=off",
];

/**
 * Starts a PostgreSQL of its own on loopback, in a folder that goes with it, with more settings where they are given;
 * gives its address and how to stop it.
 */
export async function startPostgres(port, settings = []) {
  const bin = postgresPrograms();
  const folder = mkdtempSync(path.join(tmpdir(), "bench-postgres-"));
  if (isRoot) {
    const id = (which) => Number(execFileSync("id", [which, "postgres"], { encoding: "utf8" }));
    chownSync(folder, id("-u"), id("-g"));
  }
  const data = path.join(folder, "data");
  const [init, initArgs] = asItsUser(path.join(bin, "initdb"), [
    ...["-D", data, "-U", "bench", "--auth=trust", "-E", "UTF8", "--locale=C.UTF-8"],
  ]);
  execFileSync(init, initArgs, { stdio: "ignore", cwd: folder });
  const [command, args] = asItsUser(path.join(bin, "postgres"), [
    ...["-D", data, "-k", folder, "-h", "127.0.0.1", "-p", String(port)],
    ...["-c", "max_connections=200", ...settings],
  ]);
  const server = spawn(command, args, { stdio: "ignore", cwd: folder });
  // Whoever started it ends when its own work is done, and stops it then.
  server.unref();
  const stop = () => {
    spawnSync(...asItsUser(path.join(bin, "pg_ctl"), ["-D", data, "-m", "immediate", "stop"]), {
      stdio: "ignore",
      cwd: folder,
    });
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  };
  const isUp = () =>
    spawnSync(path.join(bin, "pg_isready"), ["-h", "127.0.0.1", "-p", String(port)]).status === 0;
  for (let tries = 0; !isUp(); tries++) {
    if (tries > 100 || server.exitCode !== null) {
      stop();
      throw new Error("PostgreSQL did not start");
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return { url: `postgres://bench@127.0.0.1:${port}/postgres`, stop };
}
