// Tries to break the production build: `npm run probe`, or `npm run probe -- --short`.
import { startPostgres } from "./postgres.mjs";
import { build, setup, run } from "./setup.mjs";

setup();
build();
const { url, stop } = await startPostgres(54_328);
process.on("exit", stop);
run("npx", ["tsx", "scripts/probe/main.ts", ...process.argv.slice(2)], {
  env: { ...process.env, BENCH_PROBE_POSTGRES: url },
});
