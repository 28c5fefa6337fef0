// Runs the measuring program with the TypeScript loader, on the production build.
import { build, installPackages, run } from "./setup.mjs";

installPackages();
build();
run("npx", ["tsx", "scripts/measure/main.ts", ...process.argv.slice(2)]);
