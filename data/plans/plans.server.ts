import { createHash } from "node:crypto";
import { ok, type Result } from "../../core/base/result.ts";
import type { Plan } from "../../core/plan/index.ts";
import type { Job, JobError } from "../../core/rules/index.ts";
import type { Database } from "../database/database.server.ts";
import { machineFor } from "../guides/guides.server.ts";
import type { PlanTask } from "./plan-worker.ts";
import { planAside } from "./planner.server.ts";

/** The plan of a job on a closed machine: made once, then kept by guide version, code and job. */
export async function planFor(
  db: Database,
  { guideId, code, job }: { readonly guideId: string; readonly code: string; readonly job: Job },
): Promise<Result<Plan, JobError>> {
  const { model, key: version } = await machineFor(db, guideId, code);
  const key = createHash("sha256")
    .update(`${version}:${JSON.stringify(job)}`)
    .digest("hex");
  const kept = await db.models.plans.findByPk(key, { raw: true });
  if (kept) return ok(JSON.parse(kept.body) as Plan);
  const making = underWay.get(key) ?? makePlan(db, key, { guide: model.guide, job });
  underWay.set(key, making);
  return making.finally(() => underWay.delete(key));
}

/** Plans that are being made now: who asks for the same one waits for it. */
const underWay = new Map<string, Promise<Result<Plan, JobError>>>();

async function makePlan(
  db: Database,
  key: string,
  task: PlanTask,
): Promise<Result<Plan, JobError>> {
  const plan = await planAside(task);
  if (plan.ok) await db.models.plans.upsert({ key, body: JSON.stringify(plan.value) });
  return plan;
}
