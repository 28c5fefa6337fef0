import { run } from "./run.ts";

/** `npm run -s guide -- COMMAND FILE …`: one JSON object out; 0 where it worked, else 1. */
const result = run(process.argv.slice(2));
const said = result.ok ? result.value : result.error;
process.stdout.write(`${typeof said === "string" ? said : JSON.stringify(said, null, 2)}\n`);
process.exitCode = result.ok ? 0 : 1;
