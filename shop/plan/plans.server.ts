import { createHash } from "node:crypto";
import { setTimeout } from "node:timers/promises";
import { ok, type Result } from "../../core/base/result.ts";
import { SharedWork } from "../../core/base/shared-work.ts";
import type { PinnedGuide } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { type Plan, PLANNER } from "../../core/plan/index.ts";
import type { Job, JobError, Model } from "../../core/rules/index.ts";
import type { GuideTrouble, NotNow } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { modelFor } from "../../data/guide/index.server.ts";
import { keepPlan, keptPlan } from "../../data/plan/index.server.ts";
import { ratesOf } from "../stage/index.server.ts";
import { planAside } from "./pool.server.ts";

export type PlanError = GuideTrouble | JobError | NotNow;

/**
 * The finished plan of a job on a closed machine: made once, then kept by planner, guide version, code, job and what the shop says of careful ways. It is
 * ended when all who asked for it have left.
 */
export async function planFor(
  db: Database,
  guide: PinnedGuide,
  job: Job,
  asker?: AbortSignal,
): Promise<Result<Plan, PlanError>> {
  const model = await modelFor(db, guide.version, guide.code);
  if (!model.ok) return model;
  const { careful: under } = await ratesOf(db);
  const text = `${PLANNER}:${guide.version}:${guide.code}:${under}:${JSON.stringify(job)}`;
  const key = createHash("sha256").update(text).digest("hex");
  const kept = await keptPlan(db, key);
  if (kept) return ok(kept);
  const task = { guide: planGuide(model.value, job), job, under };
  return underWay.ask(key, (ended) => makePlan(db, key, task, ended), asker);
}

const planGuide = ({ guide, learning }: Model, job: Job): Guide => learning?.planBy(job) ?? guide;

/** Plans that are being made now: who asks for the same one waits for it. */
const underWay = new SharedWork<Result<Plan, JobError | NotNow>>();

async function makePlan(
  db: Database,
  key: string,
  task: Parameters<typeof planAside>[0],
  ended: AbortSignal,
): Promise<Result<Plan, JobError | NotNow>> {
  const plan = await planAside(task, ended);
  if (plan.ok) await keepPlan(db, key, plan.value);
  return plan;
}

/** The counter does not wait longer than this for a plan, ms. */
const SOON_MS = 250;

/** What is there soon; undefined: it goes on while nobody waits. */
export async function soon<T>(making: Promise<T>): Promise<T | undefined> {
  const stop = new AbortController();
  const late = setTimeout(SOON_MS, undefined, { signal: stop.signal }).catch(() => undefined);
  return Promise.race([making, late]).finally(() => stop.abort());
}
