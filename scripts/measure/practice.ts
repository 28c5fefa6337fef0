import { existsSync } from "node:fs";
import path from "node:path";
import { readMachines } from "../../cli/bench.ts";
import type { Guide } from "../../core/guide/index.ts";
import {
  type Deed,
  type ExerciseKind,
  exerciseOf,
  EXERCISES,
  gradeOf,
  Machine,
  offeredBy,
  offeredByFaults,
  type Setting,
} from "../../core/practice/index.ts";
import { perfectDeed, shippedFaults, viewAfter } from "../../testing/practice.ts";
import { guides, ms, print, quantile, root, timed } from "./report.ts";

const FOLDER = process.env["MACHINES"] ?? path.join(root, "../shared/machines");
/** Nobody does more in one exercise. */
const MOST_DEEDS = 300;

interface Row {
  set: number;
  none: number;
  /** Exercises that whoever knows it all did not come out of clean, or that had no end. */
  unclean: number;
  first: number[];
  next: number[];
}

/** Every exercise of these machines once (a symptom in four), set and played through by somebody who knows it all. */
function played(machines: readonly Guide[], seed: number): ReadonlyMap<ExerciseKind, Row> {
  const faults = shippedFaults();
  const rows = new Map(
    EXERCISES.map((kind): [ExerciseKind, Row] => [
      kind,
      { set: 0, none: 0, unclean: 0, first: [], next: [] },
    ]),
  );
  for (const guide of machines) {
    const machine = new Machine(guide, faults);
    const symptoms = offeredByFaults(faults).filter((_, i) => i % 4 === seed % 4);
    for (const { kind, subject, level } of [...offeredBy(guide), ...symptoms]) {
      const row = rows.get(kind)!;
      const setting: Setting = { kind, subject, seed, level };
      const begun = timed(() => exerciseOf(machine, setting, []));
      if (!begun.value.ok) {
        row.none += 1;
        continue;
      }
      row.set += 1;
      row.first.push(begun.ms);
      const deeds: Deed[] = [];
      let outcome = begun.value.value.outcome;
      while (!outcome && deeds.length < MOST_DEEDS) {
        deeds.push(perfectDeed(machine, setting, deeds));
        const after = timed(() => viewAfter(machine, setting, deeds));
        row.next.push(after.ms);
        outcome = after.value.outcome;
      }
      if (!outcome || gradeOf(outcome) === "missed") row.unclean += 1;
    }
  }
  return rows;
}

/** Exercises drawn from machines: that each can be come out of clean, and how long setting and going on take. */
export function measurePractice(): void {
  print("\n### Practice\n");
  print(
    "Every exercise that a machine offers, once (of symptoms one in four), played by somebody who looks everything up: not clean means that what is " +
      "told is not what is judged right. Paste is put on spread; whether that is enough is the machine's to say. Milliseconds in this process, plans included.\n",
  );
  const read = existsSync(FOLDER) ? readMachines(FOLDER) : undefined;
  const drawn = read?.ok ? read.value.map(({ guide }) => guide) : [];
  for (const [name, machines] of [
    ["shipped", guides()],
    ["forty drawn", drawn],
  ] as const) {
    if (machines.length === 0) {
      print(`No ${name} machines lie here.`);
      continue;
    }
    print(`\n${name}: ${machines.length} machines\n`);
    print(
      "| exercise | set | cannot be drawn | not clean | set ms, median | p95 | deed ms, median | p95 | worst |",
    );
    print("| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |");
    for (const [kind, { set, none, unclean, first, next }] of played(machines, 1)) {
      if (set === 0) continue;
      print(
        `| ${kind} | ${set} | ${none} | ${unclean} | ${ms(quantile(first, 0.5))} | ${ms(quantile(first, 0.95))} | ` +
          `${ms(quantile(next, 0.5))} | ${ms(quantile(next, 0.95))} | ${ms(Math.max(...next))} |`,
      );
    }
  }
}
