import { existsSync } from "node:fs";
import path from "node:path";
import { Piscina } from "piscina";
import type { Result } from "../../core/base/result.ts";
import type { Known, Tallies } from "../../core/learn/index.ts";
import type { Finding, Guide } from "../../core/guide/index.ts";
import type { Plan } from "../../core/plan/index.ts";
import type { JobError } from "../../core/rules/index.ts";
import { checkTask, knownTask, planTask, type PlanTask, tallyTask } from "./plan-worker.ts";

/** Built beside the server; where nothing is built (tests, the demo's loader, dev) it is not there. */
const WORKER = path.resolve("build/workers/plan-worker.js");

let pool: Piscina | undefined;

/**
 * The pool of workers that plan off the request's thread; they start with the first job and end when
 * there was nothing to do for half a minute. Without a build there is none.
 */
function workers(): Piscina | undefined {
  if (process.env["NODE_ENV"] !== "production" || !existsSync(WORKER)) return undefined;
  pool ??= new Piscina({ filename: WORKER, idleTimeout: 30_000, minThreads: 0 });
  return pool;
}

/** Plans a job aside. */
export async function planAside(task: PlanTask): Promise<Result<Plan, JobError>> {
  const aside = workers();
  if (!aside) return planTask(task);
  return (await aside.run(task, { name: "planTask" })) as Result<Plan, JobError>;
}

/** Plans a job once more with time to prove it; undefined where there are no workers, or they are ending. */
export async function sharpenAside(task: PlanTask): Promise<Plan | undefined> {
  const aside = workers();
  if (!aside) return undefined;
  const plan = aside.run({ ...task, isSharpening: true }, { name: "planTask" });
  const made = await plan.then(
    (value: Result<Plan, JobError>) => value,
    () => undefined,
  );
  return made?.ok ? made.value : undefined;
}

/** What the shop's guides say of claims that nobody has settled, counted aside. */
export async function tallyAside(guides: readonly Guide[]): Promise<Tallies> {
  const aside = workers();
  if (!aside) return tallyTask(guides);
  return (await aside.run(guides, { name: "tallyTask" })) as Tallies;
}

/** How well a learnt guide is known, worked out aside. */
export async function knownAside(guide: Guide): Promise<Known | undefined> {
  const aside = workers();
  if (!aside) return knownTask(guide);
  return (await aside.run(guide, { name: "knownTask" })) as Known | undefined;
}

/** Checks a guide file aside. */
export async function checkAside(file: unknown): Promise<readonly Finding[]> {
  const aside = workers();
  if (!aside) return checkTask(file);
  return (await aside.run(file, { name: "checkTask" })) as readonly Finding[];
}
