import { existsSync } from "node:fs";
import path from "node:path";
import { Piscina } from "piscina";
import type { Result } from "../../core/base/result.ts";
import type { Plan } from "../../core/plan/index.ts";
import type { JobError } from "../../core/rules/index.ts";
import { planTask, type PlanTask } from "./plan-worker.ts";

/** Built beside the server; where nothing is built (tests, the demo's loader, dev) it is not there. */
const WORKER = path.resolve("build/workers/plan-worker.js");

let pool: Piscina | undefined;

/**
 * Plans a job off the request's thread, in a pool of workers that start with the first job and
 * end when there was nothing to do for half a minute. Without a build it plans in this thread.
 */
export async function planAside(task: PlanTask): Promise<Result<Plan, JobError>> {
  if (process.env.NODE_ENV !== "production" || !existsSync(WORKER)) return planTask(task);
  pool ??= new Piscina({ filename: WORKER, name: "planTask", idleTimeout: 30_000, minThreads: 0 });
  return (await pool.run(task)) as Result<Plan, JobError>;
}
