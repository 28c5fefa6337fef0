import { writeFileSync } from "node:fs";
import { cpus, loadavg } from "node:os";
import path from "node:path";
import { measureFold, measureTray } from "./bench.ts";
import { measureBrowser } from "./browser.ts";
import { measureDays } from "./days.ts";
import { measureFindOut } from "./find-out.ts";
import { measureHitting } from "./hitting.ts";
import { measureLearning } from "./learning.ts";
import { measureLoad } from "./load.ts";
import { measureMachines } from "./machines.ts";
import { measurePages } from "./pages.ts";
import { measurePlanner } from "./planner.ts";
import { measurePractice } from "./practice.ts";
import { measurePrice } from "./price.ts";
import { machineLine, print, printed, root } from "./report.ts";
import { measureSame } from "./same.ts";
import { measureScripts } from "./scripts.ts";
import { measureShop } from "./shop.ts";
import { measureAgainstSolver } from "./solver.ts";
import { measureStream } from "./stream.ts";

/** What can be measured, by subject, in the order of the page. */
const SUBJECTS: Readonly<Record<string, () => void | Promise<void>>> = {
  same: measureSame,
  planner: measurePlanner,
  machines: measureMachines,
  solver: measureAgainstSolver,
  hitting: measureHitting,
  learning: measureLearning,
  "find-out": measureFindOut,
  price: measurePrice,
  days: measureDays,
  practice: measurePractice,
  fold: measureFold,
  tray: measureTray,
  scripts: measureScripts,
  shop: measureShop,
  load: measureLoad,
  stream: measureStream,
  browser: measureBrowser,
  pages: measurePages,
};

/** Milliseconds that all processors of the machine have been busy, this program's and others'. */
const busyMs = (): number =>
  cpus().reduce((sum, { times }) => sum + times.user + times.nice + times.sys + times.irq, 0);

const wanted = process.argv.slice(2);
const stranger = wanted.find((name) => !Object.hasOwn(SUBJECTS, name));
if (stranger !== undefined) {
  console.error(
    `nothing is measured as "${stranger}"; say some of ${Object.keys(SUBJECTS).join(", ")}`,
  );
  process.exit(1);
}
print("# Measurements\n");
print("Written by `npm run measure`, all in one run. `npm run measure -- SUBJECT` only prints.\n");
print(machineLine());
for (const [name, measure] of Object.entries(SUBJECTS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const load = loadavg()[0]!;
  const before = { wall: performance.now(), busy: busyMs() };
  await measure();
  const seconds = (since: number, now: number): string => ((now - since) / 1000).toFixed(0);
  print(
    `\n_${name}: ${seconds(before.wall, performance.now())} s, of processors ${seconds(before.busy, busyMs())} s; ` +
      `load ${load.toFixed(2)} before._`,
  );
}
if (wanted.length === 0) writeFileSync(path.join(root, "docs/measurements.md"), printed());
