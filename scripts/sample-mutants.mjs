import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { Instrumenter } from "@stryker-mutator/instrumenter";

const SILENT = { isTraceEnabled: () => false, isDebugEnabled: () => false };
for (const level of ["trace", "debug", "info", "warn", "error", "fatal"]) SILENT[level] = () => {};

/**
 * Places of `size` mutants of the files of a subject, drawn evenly with a seed, as the ranges that Stryker's
 * `mutate` takes. Only places that hold no smaller one are drawn: a range takes all that lies in it, and a whole
 * function left out is the easiest of mistakes to notice. Constants read once at import are among them; Stryker
 * leaves them out.
 */
export async function sampleMutants(directory, size, seed) {
  const files = readdirSync(directory)
    .filter((name) => name.endsWith(".ts") && !name.endsWith(".test.ts") && name !== "index.ts")
    .map((name) => ({
      name: path.join(directory, name),
      content: readFileSync(path.join(directory, name), "utf8"),
      mutate: true,
    }));
  const { mutants } = await new Instrumenter(SILENT).instrument(files, {
    plugins: null,
    excludedMutations: [],
    ignorers: [],
  });
  const draw = drawing(seed);
  const places = new Map(mutants.map((mutant) => [rangeOf(mutant), mutant]));
  return [...places]
    .filter(([, mutant]) => !mutants.some((other) => isInside(other, mutant)))
    .map(([range]) => ({ range, turn: draw() }))
    .sort((a, b) => a.turn - b.turn)
    .slice(0, size)
    .map(({ range }) => range);
}

const rangeOf = ({ fileName, location: { start, end } }) =>
  `${fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`;

/** Whether one mutant lies within another and is smaller. */
function isInside(small, large) {
  if (small.fileName !== large.fileName || rangeOf(small) === rangeOf(large)) return false;
  const isBefore = (a, b) => a.line < b.line || (a.line === b.line && a.column <= b.column);
  return (
    isBefore(large.location.start, small.location.start) &&
    isBefore(small.location.end, large.location.end)
  );
}

/** Numbers in [0, 1) that a seed decides (a linear congruence, full period: Knuth, TAOCP 2, 3.2.1). */
function drawing(seed) {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}
