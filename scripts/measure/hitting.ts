import { createRequire } from "node:module";
import type * as Highs from "highs";
import { relaxationOf } from "../../core/work/relax.ts";
import { leastHitting } from "../../core/work/hitting.ts";
import { Meter } from "../../core/base/meter.ts";
import { type Job, modelOf, problemOf, closedMachine } from "../../core/rules/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { drawnMachine, FAMILIES } from "../../testing/drawn-machine.ts";
import { guides, ms, print, quantile, timed } from "./report.ts";

const loadHighs = createRequire(import.meta.url)("highs") as typeof Highs.default;

/** Minutes as whole numbers, so that both solvers add up the same. */
const PER_MINUTE = 1000;
const SECONDS = 20;
/** Looks for the sets of a job, and for the choice (some twenty seconds). */
const SET_LOOKS = 60_000_000;
const OWN_LOOKS = 600_000_000;

/** All sets that one job is proven with, each of which every plan has one of, and what the elements cost. */
interface Case {
  readonly sets: readonly (readonly number[])[];
  readonly cost: Float64Array;
}

/** Least-cost choices cut off by new sets until one closes the relaxed goal; nothing when the time is up. */
function setsOf(guide: Guide, job: Job): Case | undefined {
  const model = modelOf(guide);
  const problem = problemOf(model, job);
  if (!problem.ok) return undefined;
  const relaxation = relaxationOf(problem.value, closedMachine(model));
  const { usable, size } = relaxation;
  const cost = relaxation.cost.map((minutes) => Math.round(minutes * PER_MINUTE));
  const meter = new Meter(SET_LOOKS);
  const sets: (readonly number[])[] = [];
  for (;;) {
    const choice = leastHitting(sets, cost, { branches: 2000, grain: 1, meter });
    if (!choice || meter.isOver) return undefined;
    const having = new Uint8Array(size);
    for (const e of usable) having[e] = cost[e] === 0 ? 1 : 0;
    for (const e of choice.chosen) having[e] = 1;
    if (relaxation.reaches(having)) return { sets, cost };
    while (!relaxation.reaches(having)) {
      const grown = having.slice();
      const order = usable.filter((e) => grown[e] === 0).sort((a, b) => cost[a]! - cost[b]!);
      relaxation.grow(grown, order);
      const left = order.filter((e) => grown[e] === 0);
      sets.push(left);
      if (left.length === 0) return undefined;
      having[left.reduce((a, b) => (cost[b]! < cost[a]! ? b : a))] = 1;
    }
  }
}

function asProgram({ sets, cost }: Case): string {
  const all = [...new Set(sets.flat())];
  return [
    "Minimize",
    ` obj: ${all.map((e) => `${cost[e]!} x${e}`).join(" + ")}`,
    "Subject To",
    ...sets.map((set, i) => ` s${i}: ${set.map((e) => `x${e}`).join(" + ")} >= 1`),
    "Binary",
    ` ${all.map((e) => `x${e}`).join(" ")}`,
    "End",
  ].join("\n");
}

/**
 * The part of the proof that is a whole-number program: the least-cost choice of one from each set, beside
 * HiGHS on the very same sets. The rest of a job (groups, stacks, orders) it has no words for.
 */
export async function measureHitting(): Promise<void> {
  const highs = await loadHighs();
  print("\n### The least choice of one from each set, beside HiGHS on the same sets\n");
  print(
    "| machines | choices | sets, median | equal cost | own median ms | own p95 ms | HiGHS median ms | HiGHS ÷ own: least | median | not ended: own | HiGHS |",
  );
  print("| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |");
  const row = (name: string, jobs: readonly { readonly guide: Guide; readonly job: Job }[]) => {
    const cases = jobs.flatMap(({ guide, job }) => {
      const one = setsOf(guide, job);
      return one && one.sets.length > 0 ? [one] : [];
    });
    const own: number[] = [];
    const theirs: number[] = [];
    let equal = 0;
    let open = 0;
    let openThere = 0;
    for (const one of cases) {
      const meter = new Meter(OWN_LOOKS);
      const mine = timed(() =>
        leastHitting(one.sets, one.cost, { branches: Infinity, grain: 1, meter }),
      );
      const program = asProgram(one);
      const general = timed(() => highs.solve(program, { time_limit: SECONDS }));
      own.push(mine.ms);
      theirs.push(general.ms);
      if (!mine.value?.exact) open += 1;
      if (general.value.Status !== "Optimal") openThere += 1;
      if (mine.value && Math.abs(mine.value.cost - general.value.ObjectiveValue) < 0.5) equal += 1;
    }
    if (cases.length === 0) return;
    const ratios = own.map((time, i) => theirs[i]! / time);
    print(
      `| ${name} | ${cases.length} | ${quantile(
        cases.map(({ sets }) => sets.length),
        0.5,
      )} | ${equal} | ${ms(quantile(own, 0.5))} | ${ms(quantile(own, 0.95))} | ${ms(quantile(theirs, 0.5))} ` +
        `| ${Math.min(...ratios).toFixed(1)} | ${quantile(ratios, 0.5).toFixed(1)} | ${open} | ${openThere} |`,
    );
  };
  row(
    "the eight",
    guides().flatMap((guide) =>
      Object.keys(guide.parts).map((part) => ({ guide, job: { for: [part] } })),
    ),
  );
  for (const family of FAMILIES) {
    for (const size of [30, 60]) {
      const jobs = [11, 12].flatMap((seed) => {
        const { guide, jobs: all } = drawnMachine(family, size, seed);
        return all.map((job) => ({ guide, job }));
      });
      row(`${family}, ${size} parts`, jobs);
    }
  }
}
