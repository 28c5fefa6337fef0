import { build, chromium, installPackages, run, say } from "./setup.mjs";

installPackages();
chromium();
const steps = ["format", "lint", "typecheck", "unit"];
for (const step of steps) {
  say(step);
  run("npm", ["run", "-s", step]);
}
build();
say("e2e");
run("npm", ["run", "-s", "e2e"]);
say("all green");
