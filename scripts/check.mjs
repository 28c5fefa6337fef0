// What can be said without running anything: format, types, lint, unused code. Kept between runs.
import { say, setup, run } from "./setup.mjs";

setup();
for (const step of ["format", "typecheck", "lint"]) {
  say(step);
  run("npm", ["run", "-s", step]);
}
