import type { Guide } from "../../core/guide/index.ts";
import { planJob } from "../../core/plan/index.ts";
import { largeGuide } from "../../testing/large-guide.ts";
import { naiveWork } from "../../testing/naive-rules.ts";
import { randomCase } from "../../testing/random-guide.ts";
import { guides, ms, print, quantile, timed } from "./report.ts";

/** Each part of a guide as a job of its own: the first run, then the median of nine more. */
function measurePlans(guide: Guide): void {
  print(`\n### Plan, each part of ${guide.maker} ${guide.model}\n`);
  print("| part | steps | work, min | proven | looks | first ms | ms |");
  print("| --- | ---: | ---: | --- | ---: | ---: | ---: |");
  const all: number[] = [];
  for (const part of Object.keys(guide.parts)) {
    const runs = Array.from({ length: 10 }, () => timed(() => planJob(guide, { for: [part] })));
    const time = quantile(
      runs.slice(1).map((run) => run.ms),
      0.5,
    );
    const plan = runs[0]!.value;
    all.push(time);
    if (!plan.ok) {
      print(`| ${part} | | | no plan | | | ${ms(time)} |`);
      continue;
    }
    const { down, work, proven, looks } = plan.value;
    print(
      `| ${part} | ${down.length} | ${work.toFixed(2)} | ${proven ? "yes" : "NO"} | ${looks} | ${ms(runs[0]!.ms)} | ${ms(time)} |`,
    );
  }
  print(
    `\nmedian ${ms(quantile(all, 0.5))} ms, worst ${ms(Math.max(...all))} ms; ` +
      `${all.filter((t) => t < 50).length} of ${all.length} under the target of 50 ms`,
  );
}

/**
 * Every part of every guide, short and book: the median of five runs, after one round that only warms
 * the machine up, as a server is warm. Then several parts at once.
 */
function measureEvery(all: readonly Guide[]): void {
  for (const guide of all)
    for (const part of Object.keys(guide.parts)) planJob(guide, { for: [part] });
  print("\n### Plan, every part of every guide, short and book\n");
  print("| guide | parts | joints | jobs | proven | order exact | median ms | p95 ms | worst ms |");
  print("| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | --- |");
  for (const guide of all) {
    const runs = Object.keys(guide.parts).flatMap((part) =>
      (["short", "book"] as const).map((mode) => {
        const five = Array.from({ length: 5 }, () =>
          timed(() => planJob(guide, { for: [part], mode })),
        );
        const { value } = five[0]!;
        return {
          part,
          mode,
          value,
          ms: quantile(
            five.map((run) => run.ms),
            0.5,
          ),
        };
      }),
    );
    const times = runs.map((run) => run.ms);
    const worst = runs.reduce((a, b) => (b.ms > a.ms ? b : a));
    const proven = runs.filter(({ value }) => value.ok && value.value.proven).length;
    const exact = runs.filter(({ value }) => value.ok && value.value.handlingExact).length;
    print(
      `| ${guide.model} | ${Object.keys(guide.parts).length} | ${Object.keys(guide.joints).length} ` +
        `| ${runs.length} | ${proven} | ${exact} | ${ms(quantile(times, 0.5))} ` +
        `| ${ms(quantile(times, 0.95))} | ${ms(worst.ms)} (${worst.part}, ${worst.mode}) |`,
    );
  }
  print("\n### Plan, several parts at once\n");
  print("| guide | job | work, min | proven | ms |");
  print("| --- | --- | ---: | --- | ---: |");
  const kinds = ["battery", "fan", "motherboard", "touchpad", "jack"];
  for (const guide of all) {
    const wanted = Object.entries(guide.parts).filter(([, { kind }]) => kinds.includes(kind));
    const job = { for: wanted.map(([id]) => id) };
    planJob(guide, job);
    const { value, ms: time } = timed(() => planJob(guide, job));
    if (!value.ok) throw new Error(`${guide.id}: no plan for ${job.for.join(", ")}`);
    const { work, proven } = value.value;
    print(
      `| ${guide.model} | ${job.for.join(", ")} | ${work.toFixed(2)} | ${proven ? "yes" : "NO"} | ${ms(time)} |`,
    );
  }
}

/** Generated machines: a part in the middle, and the frame, under which everything has to come off. */
function measureScaling(): void {
  print("\n### Plan, generated machines\n");
  print("| parts | joints | target | work, min | bound | order exact | ms | heap MB |");
  print("| ---: | ---: | --- | ---: | ---: | --- | ---: | ---: |");
  for (const size of [20, 50, 100, 200, 500]) {
    const guide = largeGuide(size, size);
    for (const target of [`p${size >> 1}`, "frame"]) {
      const { value, ms: time } = timed(() => planJob(guide, { for: [target] }));
      if (!value.ok) throw new Error(`generated ${size}: no plan for ${target}`);
      const { work, bound, handlingExact } = value.value;
      print(
        `| ${size} | ${Object.keys(guide.joints).length} | ${target} | ${work.toFixed(2)} ` +
          `| ${bound.toFixed(2)} | ${handlingExact ? "yes" : "no"} | ${ms(time)} ` +
          `| ${Math.round(process.memoryUsage().heapUsed / 1e6)} |`,
      );
    }
  }
}

/** The planner beside the naive search on the same small guides, where that one ends. */
function measureAgainstNaive(): void {
  const ratios: number[] = [];
  let equal = 0;
  for (let seed = 1; ratios.length < 1000 && seed < 2000; seed++) {
    const { guide, job } = randomCase(seed);
    const naive = timed(() => naiveWork(guide, job, 2500));
    const plan = timed(() => planJob(guide, job));
    if (naive.value === "gave-up" || naive.value === undefined || !plan.value.ok) continue;
    if (Math.abs(plan.value.value.work - naive.value) < 1e-3) equal += 1;
    ratios.push(naive.ms / plan.ms);
  }
  print("\n### Planner beside the naive search, seeded small guides\n");
  print(
    `${ratios.length} guides of 3 to 6 parts: equal work in ${equal}; naive ÷ planner ` +
      `median ${quantile(ratios, 0.5).toFixed(1)}, p90 ${quantile(ratios, 0.9).toFixed(1)}`,
  );
}

export function measurePlanner(): void {
  const all = guides();
  measurePlans(all.find(({ id }) => id === "marrowby-tern-15")!);
  measureEvery(all);
  measureScaling();
  measureAgainstNaive();
}
