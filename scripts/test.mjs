import { build, chromium, installPackages, run, say } from "./setup.mjs";

installPackages();
chromium();
// Types before lint: the typed rules need the route types that it generates.
const steps = ["format", "typecheck", "lint", "unit"];
for (const step of steps) {
  say(step);
  run("npm", ["run", "-s", step]);
}
build();
say("e2e");
run("npm", ["run", "-s", "e2e"]);
say("all green");
