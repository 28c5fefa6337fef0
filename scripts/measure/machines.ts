import { existsSync } from "node:fs";
import { createRequire } from "node:module";
import path from "node:path";
import type * as Clingo from "clingo-wasm";
import { type Machine, readMachines, type Timed, timeMachines } from "../../cli/bench.ts";
import type { Guide } from "../../core/guide/index.ts";
import { planJob } from "../../core/plan/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { drawnMachine, FAMILIES } from "../../testing/drawn-machine.ts";
import { answerSetProgram, PER_MINUTE, stagesOf } from "../../testing/general-solver.ts";
import { largeGuide } from "../../testing/large-guide.ts";
import { ms, print, quantile, root, timed } from "./report.ts";

/** A CommonJS package whose names Node does not see. */
const { init } = createRequire(import.meta.url)("clingo-wasm") as typeof Clingo;

/** Where machines lie that nobody tuned the planner to: `{ "guide": …, "jobs": […] }` each. */
const FOLDER = process.env["MACHINES"] ?? path.join(root, "../shared/machines");
const SIZES = [30, 60, 100, 200];
const SEEDS = [11, 12, 13, 14];
/** The general solver takes half a minute for some jobs: it is asked for one of so many. */
const ONE_OF = 27;
/** Drawn machines of a size that it still ends with, so many of each family. */
const MIDDLE = { parts: 18, seeds: 17 };

function row(name: string, all: readonly Timed[]): void {
  const times = all.map((one) => one.ms);
  const open = all.filter(({ proven }) => !proven);
  const gaps = all.flatMap(({ work, bound }) =>
    work === undefined || bound === undefined ? [] : [(100 * (work - bound)) / bound],
  );
  print(
    `| ${name} | ${all.length} | ${all.length - open.length} | ${ms(quantile(times, 0.5))} ` +
      `| ${ms(quantile(times, 0.95))} | ${ms(Math.max(...times))} ` +
      `| ${quantile(gaps, 0.5).toFixed(2)} | ${Math.max(...gaps).toFixed(2)} |`,
  );
}

const HEAD =
  "| machines | jobs | proven | median ms | p95 ms | worst ms | gap %, median | gap %, worst |\n" +
  "| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: |";

/** Machines of a folder, drawn families by size, and large machines: every job once, within two seconds. */
export async function measureMachines(): Promise<void> {
  print("\n### Plan, machines nobody tuned it to\n");
  print(
    "Each job planned once (least work, handling, gates), short and book; two seconds at most.\n",
  );
  print(HEAD);
  const folder = existsSync(FOLDER) ? readMachines(FOLDER) : undefined;
  if (folder?.ok) row(`${folder.value.length} in a folder`, timeMachines(folder.value));
  for (const family of FAMILIES) {
    for (const size of SIZES) {
      row(`${family}, ${size} parts`, timeMachines(drawn(family, size)));
    }
  }
  for (const size of [200, 500]) {
    const guide = largeGuide(size, size);
    const jobs = ["frame", "p5", `p${size >> 1}`, `p${size - 3}`].map((id) => ({ for: [id] }));
    row(`modules, ${size} parts`, timeMachines([{ file: guide.id, guide, jobs }]));
  }
  const [tower] = drawn("tower", 400);
  row("tower, 400 parts", timeMachines([{ ...tower!, jobs: tower!.jobs.slice(0, 3) }]));
  print(`\nheap after all of it: ${Math.round(process.memoryUsage().heapUsed / 1e6)} MB`);
  print(
    "\n### Beside a general solver (clingo, core-guided; the first of its runs, told the stages)\n",
  );
  print(
    "| machines | jobs | equal work | planner median ms | solver median ms | solver ÷ planner: least | median | most | planner slower in |",
  );
  print("| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |");
  if (folder?.ok) {
    const jobs = folder.value.flatMap(({ guide, jobs: all }) => all.map((job) => ({ guide, job })));
    await besideSolver(
      `one job of ${ONE_OF} of the folder`,
      jobs.filter((_, i) => i % ONE_OF === ONE_OF - 1),
    );
  }
  for (const family of FAMILIES) {
    const jobs = Array.from({ length: MIDDLE.seeds }, (_, seed) => {
      const { guide, jobs: all } = drawnMachine(family, MIDDLE.parts, 900 + seed);
      return { guide, job: all[seed % all.length]! };
    });
    await besideSolver(`${MIDDLE.seeds} of ${family}, ${MIDDLE.parts} parts`, jobs);
  }
}

const drawn = (family: (typeof FAMILIES)[number], size: number): readonly Machine[] =>
  SEEDS.map((seed) => {
    const { guide, jobs } = drawnMachine(family, size, seed);
    return { file: guide.id, guide, jobs };
  });

async function besideSolver(
  name: string,
  jobs: readonly { readonly guide: Guide; readonly job: Job }[],
): Promise<void> {
  const solve = await init();
  const own: number[] = [];
  const theirs: number[] = [];
  let equal = 0;
  for (const { guide, job } of jobs) {
    planJob(guide, job);
    const plan = timed(() => planJob(guide, job));
    if (!plan.value.ok) throw new Error(`${guide.id}: no plan`);
    const { down, work } = plan.value.value;
    const program = answerSetProgram(guide, job, stagesOf(guide, job, down));
    const answer = timed(() => solve(program, 0, ["--opt-strategy=usc"]));
    if (answer.value.Result !== "OPTIMUM FOUND") throw new Error(answer.value.Result);
    const least = answer.value.Call[0]!.Witnesses.at(-1)!.Costs![0]! / PER_MINUTE;
    if (Math.abs(least - work) < 1e-3) equal += 1;
    else print(`${guide.id} ${job.for.join()}: ${work} beside ${least}`);
    own.push(plan.ms);
    theirs.push(answer.ms);
  }
  const ratios = own.map((time, i) => theirs[i]! / time);
  print(
    `| ${name} | ${jobs.length} | ${equal} | ${ms(quantile(own, 0.5))} | ${ms(quantile(theirs, 0.5))} ` +
      `| ${Math.min(...ratios).toFixed(1)} | ${quantile(ratios, 0.5).toFixed(1)} | ${Math.max(...ratios).toFixed(0)} ` +
      `| ${ratios.filter((ratio) => ratio < 1).length} |`,
  );
}
