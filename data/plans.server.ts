import { createHash } from "node:crypto";
import type { Job, JobError, Plan } from "../core/plan/index.ts";
import { ok, type Result } from "../core/result.ts";
import type { Database } from "./database.server.ts";
import { machineFor } from "./guides.server.ts";
import { planAside } from "./planner.server.ts";

/** The plan of a job on a closed machine: made once, then kept by guide version, code and job. */
export async function planFor(
  db: Database,
  { guideId, code, job }: { readonly guideId: string; readonly code: string; readonly job: Job },
): Promise<Result<Plan, JobError>> {
  const { machinery, key: version } = await machineFor(db, guideId, code);
  const key = createHash("sha256")
    .update(`${version}:${JSON.stringify(job)}`)
    .digest("hex");
  const kept = await db.models.plans.findByPk(key, { raw: true });
  if (kept) return ok(JSON.parse(kept.body) as Plan);
  const plan = await planAside({ guide: machinery.guide, job });
  if (plan.ok) await db.models.plans.upsert({ key, body: JSON.stringify(plan.value) });
  return plan;
}
