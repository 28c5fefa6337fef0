import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { machineLine, print, printed, root } from "../measure/report.ts";
import { probeAttacks } from "./attacks.ts";
import { probeBackup } from "./backup.ts";
import { probeBodies } from "./bodies.ts";
import { probeFuzz } from "./fuzz.ts";
import { probeGuides } from "./guides.ts";
import { probeKills } from "./kills.ts";
import { probeMishaps } from "./mishaps.ts";
import { probePhotos } from "./photos.ts";
import { probeServers } from "./servers.ts";

/**
 * `npm run probe`: kills, nonsense, large bodies, hostile guides, many pictures, a full disk, power cuts and a clock that is set, back-ups under load, attacks, two
 * servers on PostgreSQL, on this machine alone and in bounded time. Each prints its figure; the page keeps the last whole run. Ends with 1 where something was
 * lost, doubled, broken or hung. `--short`, for the checks: few kills, little nonsense, and a back-up.
 */
const { values } = parseArgs({ options: { short: { type: "boolean", default: false } } });
const [kills, requests] = values.short ? [5, 500] : [1_000, 20_000];

print(machineLine());
print("");
let wrong = (await probeKills(kills)) + (await probeFuzz(requests));
if (!values.short) {
  wrong += await probeMishaps();
  await probeBodies();
  await probePhotos();
  await probeGuides();
}
wrong += await probeBackup();
wrong += await probeAttacks();
const { BENCH_PROBE_POSTGRES: postgres } = process.env;
if (postgres !== undefined) {
  wrong += await probeServers(
    postgres,
    values.short
      ? { benches: 20, every: 2, ticks: 4, kills: 3 }
      : { benches: 200, every: 10, ticks: 13, kills: 200 },
  );
}

if (!values.short) {
  const page = path.join(root, "docs/measurements.md");
  const [begin, end] = ["<!-- probe -->", "<!-- /probe -->"];
  const text = readFileSync(page, "utf8");
  const kept = text.includes(begin)
    ? text.slice(0, text.indexOf(begin)) + text.slice(text.indexOf(end) + end.length)
    : text;
  writeFileSync(
    page,
    `${kept.trimEnd()}\n\n${begin}\n\n## Tried to be broken (\`npm run probe\`)\n\n${printed().trim()}\n\n${end}\n`,
  );
}

if (wrong > 0) process.exitCode = 1;
