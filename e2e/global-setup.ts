import { spawnSync } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";

/** Loads the demo scenario once; every test works on a copy. */
export default function globalSetup(): void {
  if (process.env["BENCH_TEMPLATE"] !== undefined) return;
  const folder = mkdtempSync(path.join(tmpdir(), "bench-template-"));
  const done = spawnSync("npx", ["tsx", "demo/load.ts", "--data", folder], { encoding: "utf8" });
  if (done.status !== 0) throw new Error(done.stdout + done.stderr);
  process.env["BENCH_TEMPLATE"] = folder;
}
