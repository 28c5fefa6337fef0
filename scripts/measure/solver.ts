import { createRequire } from "node:module";
import type * as Clingo from "clingo-wasm";
import type { Guide } from "../../core/guide/index.ts";
import { planJob } from "../../core/plan/index.ts";
import { answerSetProgram, PER_MINUTE, stagesOf } from "../../testing/general-solver.ts";
import { guides, ms, print, quantile, timed } from "./report.ts";

/** A CommonJS package whose names Node does not see. */
const { init } = createRequire(import.meta.url)("clingo-wasm") as typeof Clingo;

/**
 * The planner (least work and handling) beside a general solver (least work alone) on every part of
 * every guide: the second of two runs of each, one after the other. The solver is told how many
 * stages are enough. And beside the floor: every fact of the guide looked at once.
 */
export async function measureAgainstSolver(): Promise<void> {
  const all = guides();
  print("\n### Planner beside a general solver (clingo, core-guided), and beside the floor\n");
  print("The floor is one pass over the guide's parts, joints, covers and orders.\n");
  print(
    "| guide | jobs | equal work | planner median ms | solver median ms | solver ÷ planner: least | median | most | planner ÷ floor, median |",
  );
  print("| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |");
  const solve = await init();
  const everyRatio: number[] = [];
  for (const guide of all) {
    const floor = floorOf(guide);
    const planner: number[] = [];
    const solver: number[] = [];
    let equal = 0;
    for (const part of Object.keys(guide.parts)) {
      const job = { for: [part] };
      const first = planJob(guide, job);
      if (!first.ok) throw new Error(`${guide.id}: no plan for ${part}`);
      const program = answerSetProgram(guide, job, stagesOf(guide, job, first.value.down));
      const ask = () => solve(program, 0, ["--opt-strategy=usc"]);
      planner.push(timed(() => planJob(guide, job)).ms);
      ask();
      const { value, ms: time } = timed(ask);
      if (value.Result !== "OPTIMUM FOUND")
        throw new Error(`${guide.id}, ${part}: ${value.Result}`);
      const work = value.Call[0]!.Witnesses.at(-1)!.Costs![0]! / PER_MINUTE;
      if (Math.abs(work - first.value.work) < 1e-3) equal += 1;
      solver.push(time);
    }
    const ratios = solver.map((time, i) => time / planner[i]!);
    everyRatio.push(...ratios);
    print(
      `| ${guide.model} | ${ratios.length} | ${equal} | ${ms(quantile(planner, 0.5))} | ${ms(quantile(solver, 0.5))} ` +
        `| ${Math.min(...ratios).toFixed(1)} | ${quantile(ratios, 0.5).toFixed(1)} | ${Math.max(...ratios).toFixed(0)} ` +
        `| ${(quantile(planner, 0.5) / floor).toFixed(0)} |`,
    );
  }
  print(
    `\nall ${everyRatio.length} jobs: solver ÷ planner median ${quantile(everyRatio, 0.5).toFixed(1)} ` +
      `(target 10), at least 10 in ${everyRatio.filter((ratio) => ratio >= 10).length}`,
  );
}

/** Milliseconds of one pass over a guide's facts. */
function floorOf(guide: Guide): number {
  const pass = (): number => {
    let seen = 0;
    for (const part of Object.values(guide.parts)) seen += part.on === undefined ? 0 : 1;
    for (const joint of Object.values(guide.joints))
      for (const id of joint.joins) seen += id.length;
    for (const { part, over } of guide.covers)
      for (const id of over) seen += part.length + id.length;
    for (const { first, then } of guide.orders) seen += first.length + then.length;
    return seen;
  };
  const runs = Array.from({ length: 200 }, () => timed(pass).ms);
  return quantile(runs, 0.5);
}
