import { createRequire } from "node:module";
import type * as Highs from "highs";
import { seeded } from "../../core/base/seeded.ts";
import { latenessOf, orderOf } from "../../core/days/order.ts";
import { type Draw, ShopRun, type ShopNow } from "../../core/days/shop-run.ts";
import { USUAL_SHOP, type WorkLeft } from "../../core/days/index.ts";
import { ms, print, quantile, timed } from "./report.ts";

const loadHighs = createRequire(import.meta.url)("highs") as typeof Highs.default;
const DAY = 1440;
const CASES = 40;
/** Days that nobody looked at while the search was made. */
const FIRST_SEED = 301;
const SECONDS = 20;

/** Around the clock, so that a program can say when each work is done: the sum of those before it. */
const ALWAYS = { id: "ada", week: Array.from({ length: 7 }, () => [[0, DAY] as const]), off: [] };

/** One bench, one person, so many works of a few hours, promised for the days on which they can hardly all be done. */
function smallDay(seed: number, count: number) {
  const random = seeded(seed);
  const works = Array.from({ length: count }, (_, i): WorkLeft => {
    const half = 200 + Math.floor(900 * random());
    return {
      ticket: 100 + i,
      promised: Math.floor((random() * count) / 3),
      half,
      eighty: half,
      soaks: false,
      unanswered: false,
      weight: random() < 0.4 ? 2 : 1,
      open: false,
    };
  });
  const at: ShopNow = {
    today: "2026-01-05",
    now: 0,
    hours: { ...USUAL_SHOP, benches: 1, people: [ALWAYS] },
  };
  const draw: Draw = {
    minutes: Float64Array.from(works, ({ half }) => half),
    ready: new Float64Array(count),
  };
  return { run: new ShopRun(works, at), draws: [draw] };
}

/** Least weighted lateness on one bench by linear ordering: x_ij is 1 where i is before j. */
function asProgram({ works, due }: ShopRun): string {
  const n = works.length;
  const pairs = works
    .flatMap((_, i) => works.map((__, j) => [i, j] as const))
    .filter(([i, j]) => i < j);
  const x = (i: number, j: number): string => (i < j ? `x${i}_${j}` : `x${j}_${i}`);
  const lines = [
    "Minimize",
    ` obj: ${works.map(({ weight }, j) => `${weight} t${j}`).join(" + ")}`,
    "Subject To",
  ];
  for (let j = 0; j < n; j++) {
    // t_j ≥ p_j + Σ p_i x_ij − d_j, with x_ji = 1 − x_ij.
    let constant = works[j]!.half - due[j]!;
    const terms: string[] = [];
    for (let i = 0; i < n; i++) {
      if (i === j) continue;
      const p = works[i]!.half;
      if (i < j) terms.push(`- ${p} ${x(i, j)}`);
      else {
        constant += p;
        terms.push(`+ ${p} ${x(i, j)}`);
      }
    }
    lines.push(` l${j}: t${j} ${terms.join(" ")} >= ${constant}`);
  }
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      for (let k = j + 1; k < n; k++) {
        lines.push(` a${i}_${j}_${k}: ${x(i, j)} + ${x(j, k)} - ${x(i, k)} <= 1`);
        lines.push(` b${i}_${j}_${k}: ${x(i, j)} + ${x(j, k)} - ${x(i, k)} >= 0`);
      }
    }
  }
  lines.push("Binary", ` ${pairs.map(([i, j]) => x(i, j)).join(" ")}`, "End");
  return lines.join("\n");
}

/** Days small enough to be solved: the order that is found beside the least there is, by HiGHS on the same works. */
export async function measureSmallDays(): Promise<void> {
  const highs = await loadHighs();
  print(
    "\n#### Small days beside the exact optimum, by HiGHS on the same works (one bench, weighted)\n",
  );
  print(
    "| tickets | cases | solved by HiGHS | equal | above, mean % | worst % | own median ms | HiGHS median ms | HiGHS ÷ own, median |",
  );
  print("| ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |");
  for (const count of [4, 6, 8, 10]) {
    const own: number[] = [];
    const theirs: number[] = [];
    const above: number[] = [];
    for (let seed = FIRST_SEED; seed < FIRST_SEED + CASES; seed++) {
      const { run, draws } = smallDay(seed * 100 + count, count);
      const found = timed(() => orderOf(run, draws));
      const solved = timed(() => highs.solve(asProgram(run), { time_limit: SECONDS }));
      own.push(found.ms);
      theirs.push(solved.ms);
      if (solved.value.Status !== "Optimal") continue;
      const days = solved.value.ObjectiveValue / DAY;
      // The trace that tells equal orders apart is left out of both.
      const done = run.run(found.value.order, draws[0]!);
      const late =
        run.works.reduce(
          (sum, { weight }, j) => sum + weight * Math.max(0, done[j]! - run.due[j]!),
          0,
        ) / DAY;
      above.push(days < 1e-9 ? (late < 1e-6 ? 0 : 1) : Math.max(0, late / days - 1));
      if (late < days - 1e-6)
        throw new Error(`${latenessOf(run, found.value.order, draws)} is under the optimum`);
    }
    const ratios = theirs.map((one, i) => one / own[i]!);
    const percent = (share: number): string => (100 * share).toFixed(2);
    print(
      `| ${count} | ${CASES} | ${above.length} | ${above.filter((one) => one < 1e-6).length} | ${percent(above.reduce((a, b) => a + b, 0) / above.length)} | ` +
        `${percent(Math.max(...above))} | ${ms(quantile(own, 0.5))} | ${ms(quantile(theirs, 0.5))} | ${quantile(ratios, 0.5).toFixed(1)} |`,
    );
  }
}
