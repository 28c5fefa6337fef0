import { existsSync } from "node:fs";
import path from "node:path";
import { readMachines } from "../../cli/bench.ts";
import { stopwatch } from "../../cli/learn.ts";
import type { Guide } from "../../core/guide/index.ts";
import { interview, type Odds, oddsOf } from "../../core/learn/index.ts";
import { ms, print, quantile, root } from "./report.ts";

/** Where machines lie that nobody tuned the questions to. */
const FOLDER = process.env["MACHINES"] ?? path.join(root, "../shared/machines");
const SEEDS = { shipped: 20, folder: 2 };

/**
 * Each machine taken apart once for each seed by a simulated technician who photographs what comes to light and answers
 * truthfully; the odds of a machine are counted on the shipped guides but for its own.
 */
export function measureLearning(): void {
  const shipped = guidesIn(path.join(root, "guides"));
  print(
    "\n### Learning a machine: questions until every usual job is planned as short as it can be\n",
  );
  print(
    "A question is a yes, a no with all that is pointed at, or a list confirmed. Classical: two for each joint " +
      "(Bourjault). File order: pair by pair. Target: median at most a quarter of the joints, no safe plan illegal, " +
      "question under 300 ms, draft under 50 ms (each the 95th of a hundred of one interview; here the median and the " +
      "largest of those).\n",
  );
  print(
    "| machines | strip-downs | learnt | joints, median | questions, median | p90 | questions ÷ joints, median | p90 | file order, median | classical, median | illegal safe plans | question ms | largest | draft ms | largest |",
  );
  print(`| --- |${" ---: |".repeat(14)}`);
  row(`${shipped.length} shipped`, shipped, SEEDS.shipped, shipped);
  const folder = existsSync(FOLDER) ? guidesIn(FOLDER) : [];
  if (folder.length > 0) row(`${folder.length} in a folder`, folder, SEEDS.folder, shipped);
}

function guidesIn(folder: string): readonly Guide[] {
  const machines = readMachines(folder);
  return machines.ok ? machines.value.map(({ guide }) => guide) : [];
}

function timedInterview(guide: Guide, seed: number, odds: Odds) {
  const { watch, ms: taken } = stopwatch();
  return { ...interview(guide, seed, odds, watch), ms: taken() };
}
type Timed = ReturnType<typeof timedInterview>;

function row(name: string, guides: readonly Guide[], seeds: number, shop: readonly Guide[]): void {
  const all = guides.flatMap((guide): readonly Timed[] => {
    const odds = oddsOf(shop.filter(({ id }) => id !== guide.id));
    return Array.from({ length: seeds }, (_, i) => timedInterview(guide, i + 1, odds));
  });
  const of = (value: (one: Timed) => number): readonly number[] => all.map(value);
  const share = of(({ questions, joints }) => questions / joints);
  const questions = of((one) => one.questions);
  const asking = of((one) => one.ms.question);
  const drafting = of((one) => one.ms.draft);
  print(
    `| ${name} | ${all.length} | ${all.filter(({ learnt }) => learnt).length} ` +
      `| ${quantile(
        of((one) => one.joints),
        0.5,
      )} | ${quantile(questions, 0.5)} | ${quantile(questions, 0.9)} ` +
      `| ${quantile(share, 0.5).toFixed(2)} | ${quantile(share, 0.9).toFixed(2)} ` +
      `| ${quantile(
        of((one) => one.fileOrder),
        0.5,
      )} | ${quantile(
        of((one) => one.classical),
        0.5,
      )} ` +
      `| ${of((one) => one.illegal).reduce((sum, n) => sum + n, 0)} ` +
      `| ${ms(quantile(asking, 0.5))} | ${ms(Math.max(...asking))} | ${ms(quantile(drafting, 0.5))} | ${ms(Math.max(...drafting))} |`,
  );
}
