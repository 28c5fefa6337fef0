import { spawn } from "node:child_process";
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
say("the made-up parts supplier");
const supplier = process.env.SUPPLIER_PORT ?? "4610";
const selling = spawn("node", ["--import", "tsx", "stand-ins/supplier.ts", "--port", supplier], {
  cwd: root,
  stdio: ["ignore", "inherit", "inherit"],
});
process.on("exit", () => selling.kill());
process.env.BENCH_SUPPLIER ??= `http://127.0.0.1:${supplier}`;
say("starting the server");
await import("./start.mjs");
