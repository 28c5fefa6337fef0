// Mutation testing of the core's rules, subject by subject; the scores go to docs/mutation.md. Hours on
// two cores for all of them: `npm run mutate -- soak ticket` runs some, `npm run mutate -- --sample 80 bench` a
// seeded sample of the places of each, with `--seed 2` other ones.
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { sampleMutants } from "./sample-mutants.mjs";
import { root, run, say, setup } from "./setup.mjs";

const SUBJECTS = [
  "bench",
  "plan",
  "rules",
  "work",
  "order",
  "check",
  "snag",
  "screws",
  "soak",
  "ticket",
];
const KEPT = path.join(root, "docs/mutation.md");

const {
  values: { sample, seed },
  positionals: wanted,
} = parseArgs({
  allowPositionals: true,
  options: { sample: { type: "string" }, seed: { type: "string", default: "1" } },
});
const stranger = wanted.find((name) => !SUBJECTS.includes(name));
if (stranger !== undefined) {
  console.error(`no subject "${stranger}"; say some of ${SUBJECTS.join(", ")}`);
  process.exit(1);
}
setup();
for (const subject of wanted.length > 0 ? wanted : SUBJECTS) {
  say(`mutants of core/${subject}`);
  const places = sample ? await sampleMutants(`core/${subject}`, Number(sample), Number(seed)) : [];
  run("npx", ["stryker", "run"], {
    env: { ...process.env, SUBJECT: subject, FILES: places.join(",") },
  });
  keep(subject);
}

/** Replaces the line of a subject in the table, and its list of survivors. */
function keep(subject) {
  const report = JSON.parse(
    readFileSync(path.join(root, `.cache/mutation/${subject}.json`), "utf8"),
  );
  const mutants = Object.entries(report.files).flatMap(([file, { mutants: all }]) =>
    all.map((mutant) => ({ file, ...mutant })),
  );
  const count = (...statuses) => mutants.filter(({ status }) => statuses.includes(status)).length;
  const killed = count("Killed", "Timeout");
  const alive = count("Survived", "NoCoverage");
  const score = ((100 * killed) / Math.max(1, killed + alive)).toFixed(1);
  const row = `| ${subject}${sample ? " (sample)" : ""} | ${killed + alive} | ${killed} | ${alive} | ${score} % |`;
  const page = existsSync(KEPT) ? readFileSync(KEPT, "utf8") : "";
  const line = new RegExp(`^\\| ${subject}( \\(sample\\))? +\\|.*$`, "m");
  writeFileSync(KEPT, line.test(page) ? page.replace(line, row) : `${page}${row}\n`);
  say(`core/${subject}: ${score} % of ${killed + alive}`);
}
