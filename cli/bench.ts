import { Meter } from "../core/base/meter.ts";
import { fail, ok, type Result } from "../core/base/result.ts";
import { type Guide, parseGuide } from "../core/guide/index.ts";
import { planJob } from "../core/plan/index.ts";
import { type Job, readJob } from "../core/rules/index.ts";
import { WHOLE } from "../core/work/index.ts";
import { type CliError, readJsonText, readText } from "./read-file.ts";
import { readdirSync } from "node:fs";
import path from "node:path";

/** A machine of a folder with its jobs, as files hold them: a guide, or `{ "guide": …, "jobs": […] }`. */
export interface Machine {
  readonly file: string;
  readonly guide: Guide;
  readonly jobs: readonly Job[];
}

/** The machines of a folder; a guide without jobs has one for each of its parts. */
export function readMachines(folder: string): Result<readonly Machine[], CliError> {
  let files: string[];
  try {
    files = readdirSync(folder).filter((file) => file.endsWith(".json"));
  } catch {
    return fail({ error: `cannot read the folder ${folder}`, path: "" });
  }
  if (files.length === 0) return fail({ error: `no .json file in ${folder}`, path: "" });
  const machines: Machine[] = [];
  for (const file of files.sort()) {
    const machine = readMachine(path.join(folder, file), file);
    if (!machine.ok) return machine;
    machines.push(machine.value);
  }
  return ok(machines);
}

function readMachine(at: string, file: string): Result<Machine, CliError> {
  const text = readText(at);
  const value = text.ok ? readJsonText(text.value) : text;
  if (!value.ok) return fail({ error: `${file}: ${value.error.error}`, path: file });
  const whole = isObject(value.value) ? value.value : {};
  const guide = parseGuide(whole["guide"] ?? value.value);
  if (!guide.ok)
    return fail({ error: `${file} is no guide`, path: `${file}${guide.error[0]!.path}` });
  const jobs = whole["jobs"] ?? Object.keys(guide.value.parts).map((id) => ({ for: [id] }));
  if (!Array.isArray(jobs))
    return fail({ error: `${file}: jobs is no list`, path: `${file}/jobs` });
  const read = jobs.map((job) => readJob(job));
  const bad = read.findIndex((job) => !job.ok);
  if (bad >= 0)
    return fail({ error: `${file} has a job that cannot be read`, path: `${file}/jobs/${bad}` });
  return ok({
    file,
    guide: guide.value,
    jobs: read.flatMap((job) => (job.ok ? [job.value] : [])),
  });
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === "object" && value !== null;

/** One job planned, how long that took in milliseconds, and what came of it. */
export interface Timed {
  readonly file: string;
  readonly job: Job;
  readonly ms: number;
  readonly proven: boolean;
  readonly exactOrder: boolean;
  /** Minutes; undefined when there is no plan. */
  readonly work: number | undefined;
  readonly bound: number | undefined;
}

/** Every job of every machine in both modes, each planned once after one round that only warms up. */
export function timeMachines(machines: readonly Machine[], looks = WHOLE): readonly Timed[] {
  const first = machines[0];
  for (const job of first?.jobs ?? []) planJob(first!.guide, job, undefined, new Meter(looks));
  return machines.flatMap(({ file, guide, jobs }) =>
    jobs.flatMap((job) =>
      (["short", "book"] as const).map((mode) => {
        const from = performance.now();
        const plan = planJob(guide, { ...job, mode }, undefined, new Meter(looks));
        const ms = performance.now() - from;
        const { proven, work, bound, handlingExact } = plan.ok ? plan.value : NO_PLAN;
        return { file, job: { ...job, mode }, ms, proven, exactOrder: handlingExact, work, bound };
      }),
    ),
  );
}

const NO_PLAN = { proven: false, work: undefined, bound: undefined, handlingExact: false };

/** The distribution of a folder: all of it, not the best of it. */
export function benchFolder(folder: string, looks = WHOLE): Result<unknown, CliError> {
  const machines = readMachines(folder);
  if (!machines.ok) return machines;
  const all = timeMachines(machines.value, looks);
  const times = all.map(({ ms }) => ms).sort((a, b) => a - b);
  const at = (share: number): number =>
    Math.round(1000 * times[Math.min(times.length - 1, Math.floor(share * times.length))]!) / 1000;
  const open = all.filter(({ proven }) => !proven);
  return ok({
    machines: machines.value.length,
    jobs: all.length,
    proven: all.length - open.length,
    exactOrders: all.filter(({ exactOrder }) => exactOrder).length,
    noPlan: all.filter(({ work }) => work === undefined).length,
    ms: { median: at(0.5), p95: at(0.95), worst: at(1) },
    unproven: open.map(({ file, job, work, bound, ms }) => ({ file, job, work, bound, ms })),
    slowest: [...all]
      .sort((a, b) => b.ms - a.ms)
      .slice(0, 5)
      .map(({ file, job, ms }) => ({ file, job, ms })),
  });
}
