import { readFileSync } from "node:fs";
import path from "node:path";
import { root } from "./setup.mjs";

/** Where the two test programs leave their results. */
export const UNIT_RESULTS = ".cache/unit.json";
export const E2E_RESULTS = ".cache/e2e.json";

const read = (file) => JSON.parse(readFileSync(path.join(root, file), "utf8"));

function* unitFiles() {
  for (const { name, startTime, endTime } of read(UNIT_RESULTS).testResults) {
    yield [path.relative(root, name), (endTime - startTime) / 1000];
  }
}

function* e2eFiles() {
  const { suites, config } = read(E2E_RESULTS);
  const millisOf = ({ specs = [], suites: below = [] }) =>
    specs
      .flatMap(({ tests }) => tests.flatMap(({ results }) => results.map((r) => r.duration)))
      .concat(below.map(millisOf))
      .reduce((sum, one) => sum + one, 0);
  for (const suite of suites) {
    yield [path.relative(root, path.join(config.rootDir, suite.file)), millisOf(suite) / 1000];
  }
}

/** The files whose tests take longest, a line each: seconds, name. */
export function slowest(count) {
  return [...unitFiles(), ...e2eFiles()]
    .sort(([, a], [, b]) => b - a)
    .slice(0, count)
    .map(([name, seconds]) => `${seconds.toFixed(1).padStart(7)} s  ${name}`)
    .join("\n");
}
