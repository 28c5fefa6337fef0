import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";

export const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const cache = path.join(root, ".cache");

export function say(line) {
  console.log(`[bench] ${line}`);
}

/** Runs a command in the project with its output shown; stops everything when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: "inherit", ...options });
  if (done.error) throw done.error;
  if (done.status !== 0) {
    say(`${command} ${args.join(" ")} failed (${done.status ?? done.signal})`);
    process.exit(done.status ?? 1);
  }
}

function filesBelow(place) {
  const full = path.join(root, place);
  if (!existsSync(full)) return [];
  if (statSync(full).isFile()) return [place];
  return readdirSync(full)
    .sort()
    .flatMap((name) => filesBelow(path.join(place, name)));
}

function hashOf(places) {
  const hash = createHash("sha256").update(process.version);
  for (const file of places.flatMap(filesBelow)) {
    hash.update(file).update(readFileSync(path.join(root, file)));
  }
  return hash.digest("hex");
}

/** Does a piece of work unless what it is made from is as it was the last time. */
function onceFor(name, places, isThere, work) {
  const mark = path.join(cache, `${name}.hash`);
  const hash = hashOf(places);
  if (isThere() && existsSync(mark) && readFileSync(mark, "utf8") === hash) return false;
  work();
  mkdirSync(cache, { recursive: true });
  writeFileSync(mark, hash);
  return true;
}

/** All that work on the code needs: the packages. */
export function setup() {
  onceFor(
    "packages",
    ["package-lock.json"],
    () => existsSync(path.join(root, "node_modules/.package-lock.json")),
    () => {
      say("installing packages (the database driver is compiled: about three minutes)");
      run("npm", ["ci", "--no-audit", "--no-fund"]);
    },
  );
}

const SOURCES = [
  "app",
  "core",
  "data",
  "server",
  "shop",
  "public",
  "scripts/validators",
  "package-lock.json",
  "vite.config.ts",
  "vite.workers.config.ts",
  "vite.offline.config.ts",
  "react-router.config.ts",
];

export function build() {
  const built = onceFor(
    "build",
    SOURCES,
    () =>
      existsSync(path.join(root, "build/server/index.js")) &&
      existsSync(path.join(root, "build/workers/plan-worker.js")) &&
      existsSync(path.join(root, "build/client/sw.js")),
    () => {
      say("building the application");
      const env = { ...process.env, NODE_ENV: "production" };
      run("npx", ["react-router", "build"], { env });
      for (const config of ["vite.workers.config.ts", "vite.offline.config.ts"]) {
        run("npx", ["vite", "build", "--config", config, "--logLevel", "warn"], { env });
      }
    },
  );
  if (!built) say("the build is up to date");
}

/** Installs a package of Debian's. */
export function aptInstall(name) {
  const asRoot = process.getuid?.() === 0 ? [] : ["sudo"];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, "apt-get", ...args];
    run(command, rest, { env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" } });
  };
  apt("update", "-q");
  apt("install", "-y", "-q", "--no-install-recommends", name);
}

/** Debian's Chromium without a window of its own, installed when it is missing. */
export function chromium() {
  const place = "/usr/bin/chromium-headless-shell";
  if (existsSync(place)) return place;
  say("installing Chromium from Debian's packages");
  aptInstall("chromium-headless-shell");
  execFileSync(place, ["--version"]);
  return place;
}

// `npm run setup` makes a fresh machine ready for work: packages, browser, build.
if (process.argv[1] === fileURLToPath(import.meta.url)) {
  setup();
  chromium();
  build();
}
