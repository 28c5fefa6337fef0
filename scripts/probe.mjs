// Tries to break the production build: `npm run probe`, or `npm run probe -- --short`.
import { build, setup, run } from "./setup.mjs";

setup();
build();
run("npx", ["tsx", "scripts/probe/main.ts", ...process.argv.slice(2)]);
