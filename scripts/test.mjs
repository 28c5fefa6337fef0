import { build, chromium, run, say, setup } from "./setup.mjs";

setup();
chromium();
// Types before lint: the typed rules need the route types that it generates.
for (const step of ["format", "typecheck", "lint", "unit"]) {
  say(step);
  run("npm", ["run", "-s", step]);
}
say("unit, on PostgreSQL");
run("npm", ["run", "-s", "unit:postgres"]);
build();
say("e2e");
run("npm", ["run", "-s", "e2e"]);
say("probe, short");
run("npm", ["run", "-s", "probe", "--", "--short"], {
  env: { ...process.env, BENCH_LOG: "error" },
});
say("all green");
