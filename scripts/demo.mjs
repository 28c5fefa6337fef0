import { rmSync } from "node:fs";
import path from "node:path";
import { build, setup, root, run, say } from "./setup.mjs";

const data = path.join(root, ".demo");
if (process.argv.includes("--fresh")) {
  say("the scenario begins anew");
  rmSync(data, { recursive: true, force: true });
}
setup();
build();
say("the demo shop");
run("npx", ["tsx", "demo/load.ts", "--data", data]);
process.env.BENCH_DATA = data;
process.env.NODE_ENV = "production";
say("starting the server");
await import("./start.mjs");
