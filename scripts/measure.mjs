// Runs the measuring program with the TypeScript loader, on the production build.
import { build, setup, run } from "./setup.mjs";

setup();
build();
run("npx", ["tsx", "scripts/measure/main.ts", ...process.argv.slice(2)]);
