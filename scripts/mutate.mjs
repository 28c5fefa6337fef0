// Mutation testing of the core's rules, subject by subject; the scores go to docs/mutation.md. Hours on
// two cores for all of them: `npm run mutate -- soak ticket` runs some, `npm run mutate -- --sample 80 bench` a
// seeded sample of the places of each, with `--seed 2` other ones; `--recheck`: only what the last run left alive.
import { spawnSync } from "node:child_process";
import { cpSync, existsSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
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
  values: { sample, seed, recheck },
  positionals: wanted,
} = parseArgs({
  allowPositionals: true,
  options: {
    sample: { type: "string" },
    seed: { type: "string", default: "1" },
    recheck: { type: "boolean" },
  },
});
const stranger = wanted.find((name) => !SUBJECTS.includes(name));
if (stranger !== undefined) {
  console.error(`no subject "${stranger}"; say some of ${SUBJECTS.join(", ")}`);
  process.exit(1);
}
setup();
for (const subject of wanted.length > 0 ? wanted : SUBJECTS) {
  if (recheck) {
    keep(subject);
    continue;
  }
  say(`mutants of core/${subject}`);
  const places = sample ? await sampleMutants(`core/${subject}`, Number(sample), Number(seed)) : [];
  run("npx", ["stryker", "run"], {
    env: { ...process.env, SUBJECT: subject, FILES: places.join(",") },
  });
  keep(subject);
}

/**
 * Those of the mutants alive that a test notices all the same, each put into a copy by hand and tried with the tests
 * of its subject: what is read once, when a file is loaded, is not seen to change while tests run.
 */
function noticedByHand(subject, alive, sources) {
  const copy = path.join(root, ".cache/mutation/copy");
  rmSync(copy, { recursive: true, force: true });
  for (const place of [
    "core",
    "testing",
    "guides",
    "faults",
    "scripts",
    "shop",
    "data",
    "docs",
    "app",
  ]) {
    cpSync(path.join(root, place), path.join(copy, place), { recursive: true });
  }
  for (const file of [
    "package.json",
    "jest.config.mjs",
    "jest.mutate.config.mjs",
    "tsconfig.json",
  ]) {
    if (existsSync(path.join(root, file))) cpSync(path.join(root, file), path.join(copy, file));
  }
  symlinkSync(path.join(root, "node_modules"), path.join(copy, "node_modules"));
  const options = {
    cwd: copy,
    env: {
      ...process.env,
      SUBJECT: subject,
      NODE_OPTIONS: "--experimental-vm-modules --no-warnings",
    },
  };
  const test = () =>
    spawnSync("npx", ["jest", "--config", "jest.mutate.config.mjs", "--bail"], options).status;
  if (test() !== 0) throw new Error(`the tests of core/${subject} fail without a mistake`);
  return alive.filter(({ file, location: { start, end }, replacement }) => {
    const source = sources[file];
    const lines = source.split("\n");
    const at = ({ line, column }) =>
      lines.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0) + column - 1;
    const place = path.join(copy, file);
    writeFileSync(place, source.slice(0, at(start)) + replacement + source.slice(at(end)));
    const isNoticed = test() !== 0;
    writeFileSync(place, source);
    if (!isNoticed) say(`alive: ${file}:${start.line} ${replacement.slice(0, 60)}`);
    return isNoticed;
  });
}

/** Replaces the line of a subject in the table, and its list of survivors. */
function keep(subject) {
  const report = JSON.parse(
    readFileSync(path.join(root, `.cache/mutation/${subject}.json`), "utf8"),
  );
  const mutants = Object.entries(report.files).flatMap(([file, { mutants: all }]) =>
    all.map((mutant) => ({ file, ...mutant })),
  );
  const having = (...statuses) => mutants.filter(({ status }) => statuses.includes(status));
  const sources = Object.fromEntries(
    Object.entries(report.files).map(([file, { source }]) => [file, source]),
  );
  const left = having("Survived", "NoCoverage");
  const noticed = noticedByHand(subject, left, sources).length;
  const killed = having("Killed", "Timeout").length + noticed;
  const alive = left.length - noticed;
  const score = ((100 * killed) / Math.max(1, killed + alive)).toFixed(1);
  const row = `| ${subject}${sample ? " (sample)" : ""} | ${killed + alive} | ${killed} | ${alive} | ${score} % |`;
  const page = existsSync(KEPT) ? readFileSync(KEPT, "utf8") : "";
  const line = new RegExp(`^\\| ${subject}( \\(sample\\))? +\\|.*$`, "m");
  writeFileSync(KEPT, line.test(page) ? page.replace(line, row) : `${page}${row}\n`);
  say(`core/${subject}: ${score} % of ${killed + alive}`);
}
