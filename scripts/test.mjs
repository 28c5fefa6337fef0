import { existsSync, mkdtempSync, rmSync, statfsSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { postgresPrograms } from "./postgres.mjs";
import { chromium, run, say, setup } from "./setup.mjs";
import { E2E_RESULTS, slowest, UNIT_RESULTS } from "./slowest.mjs";

setup();
chromium();
postgresPrograms();

/** What hangs is ended: no run takes so long. */
const MOST_MS = 40 * 60_000;

/** Where a test's own folders lie: in memory where there is room, since none of these tests pulls the plug. */
function inMemory() {
  const shm = "/dev/shm";
  const isRoomy = existsSync(shm) && statfsSync(shm).bavail * statfsSync(shm).bsize > 4e9;
  return isRoomy ? { TMPDIR: shm } : {};
}

/** Runs lanes of commands beside each other, each lane's output in one piece; the first that fails stops all. */
function beside(lanes, env = {}) {
  const names = Object.keys(lanes);
  say(names.join(", beside "));
  run(
    "npx",
    [
      ...["concurrently", "--group", "--kill-others-on-fail", "--names", names.join(",")],
      ...Object.values(lanes),
    ],
    { env: { ...process.env, ...inMemory(), ...env }, timeout: MOST_MS },
  );
}

const began = Date.now();
beside({
  // Types before lint: the typed rules need the route types that it generates.
  checks: "npm run -s format && npm run -s typecheck && npm run -s lint",
  units: `npm run -s unit -- --json --outputFile=${UNIT_RESULTS}`,
});
// The demo is written once; every browser test and the probe work on copies.
const demo = mkdtempSync(path.join(tmpdir(), "bench-demo-"));
process.on("exit", () => rmSync(demo, { recursive: true, force: true }));
beside({ build: "npm run -s setup", demo: `npx tsx demo/load.ts --data ${demo}` });
beside(
  {
    "units on PostgreSQL": "npm run -s unit:postgres",
    browser: "npm run -s e2e -- --reporter=list,json",
  },
  { PLAYWRIGHT_JSON_OUTPUT_NAME: E2E_RESULTS, BENCH_TEMPLATE: demo },
);
say("probe, short");
run("npm", ["run", "-s", "probe", "--", "--short"], {
  env: { ...process.env, BENCH_LOG: "error", BENCH_TEMPLATE: demo },
});
say(`the slowest files:\n${slowest(10)}`);
say(`all green in ${((Date.now() - began) / 60_000).toFixed(1)} minutes`);
