import { existsSync } from "node:fs";
import path from "node:path";
import { Piscina } from "piscina";
import { fail, type Result } from "../../core/base/result.ts";
import type { Days, Question } from "../../core/days/index.ts";
import type { Known, Tallies } from "../../core/learn/index.ts";
import type { NoExercise } from "../../core/practice/index.ts";
import type { Finding, Guide } from "../../core/guide/index.ts";
import type { Plan } from "../../core/plan/index.ts";
import type { JobError } from "../../core/rules/index.ts";
import type { NotNow } from "../../core/ticket/index.ts";
import {
  checkTask,
  daysTask,
  earliestTask,
  type EarliestTask,
  knownTask,
  planTask,
  type PlanTask,
  practiceTask,
  type PracticeTask,
  type Practised,
  tallyTask,
} from "./plan-worker.ts";

/** Built beside the server; where nothing is built (tests, the demo's loader, dev) it is not there. */
const WORKER = path.resolve("build/workers/plan-worker.js");

/**
 * What is computed off the request's thread, each kind in workers of its own: a guide that takes all it is given holds
 * up no bench. Every task ends by its own count of work; the limits in ms are for a worker that hangs, far beyond
 * what a task takes on a slow machine. A worker that dies or does not end is replaced by the next.
 */
const KINDS = {
  /** Somebody waits for it at a bench or the counter. */
  plan: { threads: 2, ms: 120_000, queue: 60 },
  /** A guide file that came in. */
  check: { threads: 1, ms: 240_000, queue: 4 },
  /** Simulated shops: somebody looks at the days, or stands at the counter. */
  days: { threads: 1, ms: 120_000, queue: 20 },
  /** Somebody practises: it holds up nobody who works. */
  practice: { threads: 1, ms: 120_000, queue: 20 },
  /** Nobody waits for it. */
  later: { threads: 1, ms: 300_000, queue: 200 },
} as const;
type Kind = keyof typeof KINDS;

const MEMORY = { maxOldGenerationSizeMb: 512, maxYoungGenerationSizeMb: 64 };
const pools = new Map<Kind, Piscina>();

/** The workers of a kind; they start with the first task and end when there was none for half a minute. */
function workers(kind: Kind): Piscina | undefined {
  if (process.env["NODE_ENV"] !== "production" || !existsSync(WORKER)) return undefined;
  const known = pools.get(kind);
  if (known) return known;
  const { threads, queue } = KINDS[kind];
  const pool = new Piscina({
    filename: WORKER,
    idleTimeout: 30_000,
    minThreads: 0,
    maxThreads: threads,
    maxQueue: queue,
    resourceLimits: MEMORY,
  });
  pools.set(kind, pool);
  return pool;
}

/** Thrown where a task had no end in its time or memory, found no room to wait, or whoever asked has left. */
export class NotComputed extends Error {
  constructor(readonly why: "time" | "memory" | "queue" | "left" | "died") {
    super(`not computed: ${why}`);
  }
}

/** Runs a task aside, or here where there are no workers. */
async function aside<T>(
  kind: Kind,
  name: string,
  task: unknown,
  here: () => T,
  asker?: AbortSignal,
): Promise<T> {
  const pool = workers(kind);
  if (!pool) return here();
  const late = AbortSignal.timeout(KINDS[kind].ms);
  const signal = asker ? AbortSignal.any([late, asker]) : late;
  try {
    return (await pool.run(task, { name, signal })) as T;
  } catch (error) {
    if (late.aborted) throw new NotComputed("time");
    if (asker?.aborted) throw new NotComputed("left");
    // What is nested too deep cannot even be handed to a worker.
    if (error instanceof RangeError) throw new NotComputed("memory");
    const { code, message } = error as { code?: string; message?: string };
    if (code === "ERR_WORKER_OUT_OF_MEMORY") throw new NotComputed("memory");
    if (message === "Task queue is at limit") throw new NotComputed("queue");
    if (/worker|terminated/i.test(message ?? "")) throw new NotComputed("died");
    throw error;
  }
}

/** Plans a job aside, to the finished answer. */
export async function planAside(
  task: PlanTask,
  asker?: AbortSignal,
): Promise<Result<Plan, JobError | NotNow>> {
  try {
    return await aside("plan", "planTask", task, () => planTask(task), asker);
  } catch (error) {
    if (!(error instanceof NotComputed)) throw error;
    return fail({ type: "not-now" });
  }
}

/** What the shop's guides say of claims that nobody has settled, counted aside. */
export const tallyAside = (guides: readonly Guide[]): Promise<Tallies> =>
  aside("later", "tallyTask", guides, () => tallyTask(guides));

/** How well a learnt guide is known, worked out aside. */
export const knownAside = (guide: Guide): Promise<Known | undefined> =>
  aside("later", "knownTask", guide, () => knownTask(guide));

/**
 * Checks a guide file aside; one that is not through in its time, memory or turn is not proven, and is refused as that.
 * Ended when whoever asked leaves.
 */
export async function checkAside(file: unknown, asker?: AbortSignal): Promise<readonly Finding[]> {
  try {
    return await aside("check", "checkTask", file, () => checkTask(file), asker);
  } catch (error) {
    if (!(error instanceof NotComputed)) throw error;
    return [{ level: "error", path: "", about: { type: "not-proven", why: error.why } }];
  }
}

/** The order of work and the odds of every promise, worked out aside; undefined: not in its time or turn. */
export const daysAside = (question: Question): Promise<Days | undefined> =>
  orNothing(aside("days", "daysTask", question, () => daysTask(question)));

/** When a machine at the counter could be ready, worked out aside; undefined: not in its time or turn. */
export const earliestAside = (
  task: EarliestTask,
): Promise<{ readonly likely: number; readonly sure: number } | undefined> =>
  orNothing(aside("days", "earliestTask", task, () => earliestTask(task)));

/** An exercise as it stands, worked out aside; undefined: not in its time or turn. */
export const practiceAside = (
  task: PracticeTask,
): Promise<Result<Practised, NoExercise> | undefined> =>
  orNothing(aside("practice", "practiceTask", task, () => practiceTask(task)));

async function orNothing<T>(making: Promise<T>): Promise<T | undefined> {
  try {
    return await making;
  } catch (error) {
    if (!(error instanceof NotComputed)) throw error;
    return undefined;
  }
}
