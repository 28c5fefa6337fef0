import { must } from "../../core/base/must.ts";
import { pick, seeded } from "../../core/base/seeded.ts";
import { foldLedger, type LedgerEvent } from "../../core/bench/index.ts";
import { planJob } from "../../core/plan/index.ts";
import { modelOf } from "../../core/rules/index.ts";
import { fillTray } from "../../core/screws/index.ts";
import { PIN } from "../../testing/builders.ts";
import { nextEntry } from "../../testing/play.ts";
import { guides, ms, print, quantile, timed } from "./report.ts";

/** Thirty lots of three drives and nine lengths into trays of several sizes, 20 seeds each. */
export function measureTray(): void {
  print("\n### Tray\n");
  print("| lots | grid | exact | median ms | worst ms | target |");
  print("| ---: | --- | ---: | ---: | ---: | --- |");
  for (const [rows, columns] of [
    [4, 6],
    [3, 4],
    [3, 3],
  ] as const) {
    const runs = Array.from({ length: 20 }, (_, i) => {
      const lots = lotsOf(30, i + 1);
      return timed(() => fillTray(lots, { rows, columns, holds: 30 }));
    });
    const times = runs.map((run) => run.ms);
    const exact = runs.filter(({ value }) => value?.exact).length;
    const target = columns === 6 ? "< 50 ms" : "";
    print(
      `| 30 | ${rows} × ${columns} | ${exact} of 20 | ${ms(quantile(times, 0.5))} | ${ms(Math.max(...times))} | ${target} |`,
    );
  }
}

function lotsOf(count: number, seed: number) {
  const random = seeded(seed);
  return Array.from({ length: count }, (_, i) => ({
    id: `lot-${i}`,
    count: 1 + Math.floor(6 * random()),
    screw: {
      drive: pick(random, ["PH0", "PH1", "T5"]),
      thread: pick(random, ["M2", "M2.5"]),
      finish: pick(random, ["black", "silver"]),
      length: pick(random, [2, 2.5, 3, 3.5, 4, 5, 6, 7, 8]),
      headWidth: 4,
      headShape: "pan",
    },
  }));
}

/** A ledger of 2,000 events: a job gone through, taken back step by step, and again. */
export function measureFold(): void {
  const guide = must(
    guides().find(({ id }) => id === "marrowby-tern-15"),
    "the Tern",
  );
  const model = modelOf(guide);
  const plan = planJob(guide, { for: ["board"] });
  if (!plan.ok) throw new Error("the board has no plan");
  const at = "2026-01-01T08:00:00Z";
  const events: LedgerEvent[] = [
    {
      id: "e0",
      at,
      by: "m",
      entry: { do: "start", guide: PIN, job: { for: ["board"] }, down: plan.value.down },
    },
  ];
  const push = (entry: LedgerEvent["entry"]): string => {
    const id = `e${events.length}`;
    events.push({ id, at, by: "m", entry });
    return id;
  };
  while (events.length < 1900) {
    const entry = nextEntry(model, foldLedger(model, events), undefined);
    if (!entry) break;
    const id = push(entry);
    if (events.length < 1800) {
      push({ do: "take-back", event: id });
      if (events.length % 40 === 1) push(entry);
    }
    if (entry.do === "close") break;
  }
  while (events.length < 2000) {
    const last = foldLedger(model, events).live.at(-1)!;
    push({ do: "take-back", event: last });
    push(nextEntry(model, foldLedger(model, events), undefined)!);
  }
  const runs = Array.from({ length: 30 }, () => timed(() => foldLedger(model, events)).ms);
  const live = foldLedger(model, events).live.length;
  print("\n### Fold\n");
  print(
    `${events.length} events (${live} stand): median ${ms(quantile(runs, 0.5))} ms, ` +
      `p95 ${ms(quantile(runs, 0.95))} ms; target 5 ms`,
  );
}
