import { runBench } from "./run-bench.ts";

/** `npm run -s bench -- COMMAND …`: one JSON object out; 0 where it worked, else 1. */
const result = runBench(process.argv.slice(2));
process.stdout.write(`${JSON.stringify(result.ok ? result.value : result.error, null, 2)}\n`);
process.exitCode = result.ok ? 0 : 1;
