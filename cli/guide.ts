import { run } from "./run.ts";

/** `npm run -s guide -- COMMAND FILE …`: one JSON object out; 0 where it worked, else 1. */
const result = run(process.argv.slice(2));
process.stdout.write(`${JSON.stringify(result.ok ? result.value : result.error, null, 2)}\n`);
process.exitCode = result.ok ? 0 : 1;
