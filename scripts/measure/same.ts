import { type ChildProcess, spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { availableParallelism, loadavg } from "node:os";
import path from "node:path";
import { readMachines } from "../../cli/bench.ts";
import { Meter } from "../../core/base/meter.ts";
import type { Guide } from "../../core/guide/index.ts";
import { planJob } from "../../core/plan/index.ts";
import { FIRST } from "../../core/work/index.ts";
import { drawnMachine, FAMILIES } from "../../testing/drawn-machine.ts";
import { guides, print, quantile, root } from "./report.ts";

const JOBS = 1000;
/** Drawn machines that nothing was tuned on. */
const SEEDS = { from: 7001, each: 6, parts: 30 };
const FOLDER = process.env["MACHINES"] ?? path.join(root, "../shared/machines");

interface Asked {
  readonly guide: Guide;
  readonly part: string;
}

function jobs(): readonly Asked[] {
  const folder = existsSync(FOLDER) ? readMachines(FOLDER) : undefined;
  const drawn = FAMILIES.flatMap((family) =>
    Array.from(
      { length: SEEDS.each },
      (_, i) => drawnMachine(family, SEEDS.parts, SEEDS.from + i).guide,
    ),
  );
  const others = folder?.ok ? folder.value.map(({ guide }) => guide) : [];
  const all = [...guides(), ...others, ...drawn].flatMap((guide) =>
    Object.keys(guide.parts).map((part) => ({ guide, part })),
  );
  const step = Math.max(1, all.length / JOBS);
  return Array.from({ length: Math.min(JOBS, all.length) }, (_, i) => all[Math.floor(i * step)]!);
}

const answerTo = ({ guide, part }: Asked): string =>
  createHash("sha256")
    .update(JSON.stringify(planJob(guide, { for: [part] })))
    .digest("hex");

function busy(count: number): () => void {
  const loops = Array.from({ length: count }, (): ChildProcess =>
    spawn(process.execPath, ["-e", "for(;;);"], { stdio: "ignore" }),
  );
  return () => loops.forEach((loop) => loop.kill("SIGKILL"));
}

/**
 * The same jobs planned twice, the second time beside busy loops: each answer, whole, is compared. And what a first
 * answer, after a tenth of the looks, is above the finished one.
 */
export function measureSame(): void {
  const asked = jobs();
  const ratios: number[] = [];
  const looks: number[] = [];
  const cpu: number[] = [];
  let proven = 0;
  const idle = asked.map((one) => {
    const start = process.cpuUsage();
    const whole = planJob(one.guide, { for: [one.part] });
    const { user, system } = process.cpuUsage(start);
    if (whole.ok) {
      const first = planJob(one.guide, { for: [one.part] }, undefined, new Meter(FIRST));
      if (first.ok && whole.value.work > 0) ratios.push(first.value.work / whole.value.work);
      looks.push(whole.value.looks / 1e6);
      cpu.push((user + system) / 1000);
      proven += whole.value.proven ? 1 : 0;
    }
    return answerTo(one);
  });
  const loops = availableParallelism() * 4;
  const end = busy(loops);
  const beside = asked.map(answerTo);
  const load = loadavg()[0]!;
  end();
  const equal = idle.filter((answer, i) => answer === beside[i]).length;
  print("\n### The same answer, whatever else the machine does\n");
  print(
    `${asked.length} jobs over the shipped guides, the machines of a folder and drawn ones, planned idle and beside ` +
      `${loops} busy loops (load ${load.toFixed(1)} at the end): **${equal} of ${asked.length} equal**, byte for byte. ` +
      `${proven} of the ${looks.length} that can be done are proven.\n`,
  );
  print("| | median | p90 | p95 | p99 | worst |");
  print("| --- | ---: | ---: | ---: | ---: | ---: |");
  const row = (name: string, values: readonly number[], digits: number): void =>
    print(
      `| ${name} | ${[0.5, 0.9, 0.95, 0.99, 1].map((q) => quantile(values, q).toFixed(digits)).join(" | ")} |`,
    );
  row("first answer ÷ finished", ratios, 3);
  row("looks, million", looks, 2);
  row("processor ms", cpu, 1);
}
