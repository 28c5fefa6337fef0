import { fail, ok, type Result } from "../../core/base/result.ts";
import { blockedVariants, variantOf } from "../../core/check/index.ts";
import { diveFromPlan, type PinnedGuide } from "../../core/bench/index.ts";
import {
  type FactChange,
  type Finding,
  type Guide,
  guideChanges,
  parseGuide,
} from "../../core/guide/index.ts";
import { isAsLearnt } from "../../core/learn/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { hasWay, workLine, type WorkLine } from "../../core/ticket/index.ts";
import { ticketsOnOther } from "../../data/bench/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";
import {
  addVersion,
  bodyOf,
  currentHash,
  guideVersion,
  modelFor,
  type GuideVersion,
} from "../../data/guide/index.server.ts";
import { keepLine, ticketFacts, unbegunTickets } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { checkAside, planFor } from "../plan/index.server.ts";

/** What came of taking a guide file in. */
export interface StoredGuide {
  readonly guideId: string;
  /** The new version; undefined: the file says what the guide says already. */
  readonly version: GuideVersion | undefined;
  /** What differs in facts from the version before; none for a first one. */
  readonly changes: readonly FactChange[];
  /** What is wrong with variants: their codes alone are not to be used. */
  readonly blocked: readonly Finding[];
  /** Open tickets whose job has begun with an older version, and stays on it. */
  readonly staysOn: readonly number[];
  /** Open tickets that have not begun, and whose job this version cannot do: they say why. */
  readonly troubled: readonly number[];
}

/**
 * Takes a guide file in as the next version of its guide, or says why not: a guide with errors never
 * gets in; a variant with errors blocks its own code only. Jobs that have begun stay on their version; those that have not go by the new one.
 */
export async function storeGuide(
  act: Act,
  file: unknown,
  why: string,
): Promise<Result<StoredGuide, readonly Finding[]>>;
/** The same, behind one version and no other: "behind" when another came first. */
export async function storeGuide(
  act: Act,
  file: unknown,
  why: string,
  onto: string,
): Promise<Result<StoredGuide, readonly Finding[]> | "behind">;
export async function storeGuide(
  act: Act,
  file: unknown,
  why: string,
  onto?: string,
): Promise<Result<StoredGuide, readonly Finding[]> | "behind"> {
  allow(act, "guide");
  // What it says is read where it can be ended: a file may be made to take for ever.
  const errors = await checkAside(file, act.signal);
  const blocked = blockedVariants(errors);
  if (errors.some((error) => variantOf(error) === undefined)) return fail(errors);
  const parsed = parseGuide(file);
  if (!parsed.ok) return parsed;
  const guide = asItIs(parsed.value);
  const before = await currentHash(act.db, guide.id);
  if (before === bodyOf(guide).hash) {
    const none = { changes: [], blocked: errors, staysOn: [], troubled: [] };
    return ok({ guideId: guide.id, version: undefined, ...none });
  }
  const stamp = { ...stampOf(act), why };
  const added = await act.db.write(async (transaction) => {
    const now = await currentHash(act.db, guide.id, transaction);
    if (onto !== undefined && now !== onto) return "behind";
    return addVersion(act.db, guide, blocked, stamp, transaction);
  });
  if (added === "behind") return added;
  if ("type" in added) {
    const about = { type: "code-taken", code: added.code, by: added.by } as const;
    return fail([{ level: "error", path: "/codes", about }]);
  }
  return ok({
    guideId: guide.id,
    version: added,
    changes: await changesSince(act.db, before, guide),
    blocked: errors,
    staysOn: await ticketsOnOther(act.db, guide.id, added.hash),
    troubled: await renewLines(act.db, added),
  });
}

/** A learnt guide whose facts were edited by hand is a written one from then on: its log does not say them. */
function asItIs(guide: Guide): Guide {
  if (guide.learnt === undefined || isAsLearnt(guide)) return guide;
  const { learnt: _, ...written } = guide;
  return written;
}

async function changesSince(
  db: Database,
  hash: string | undefined,
  guide: Guide,
): Promise<readonly FactChange[]> {
  const before = hash === undefined ? undefined : await guideVersion(db, hash);
  return before?.ok ? guideChanges(before.value, guide) : [];
}

/** The lines of tickets that have not begun, by the new version; gives those that it cannot do. */
async function renewLines(
  db: Database,
  { guideId, hash: version }: GuideVersion,
): Promise<readonly number[]> {
  const troubled: number[] = [];
  for (const { number, code, job } of await unbegunTickets(db, guideId)) {
    const line = await keepUnbegunLine(db, number, { version, code }, job);
    if (line.trouble) troubled.push(number);
  }
  return troubled;
}

/** Keeps the line of a ticket that has not begun; one that was begun meanwhile keeps its ledger's. */
export async function keepUnbegunLine(
  db: Database,
  number: number,
  guide: PinnedGuide,
  job: Job,
): Promise<WorkLine> {
  const line = await unbegunLine(db, guide, job);
  await db.write(async (transaction) => {
    const now = await ticketFacts(db, number, transaction);
    if (now?.bench === "idle") await keepLine(db, number, line, transaction);
  });
  return line;
}

/** The line of a job that has not begun; where there is no plan, why. */
export async function unbegunLine(db: Database, guide: PinnedGuide, job: Job): Promise<WorkLine> {
  const model = await modelFor(db, guide.version, guide.code);
  if (!model.ok) {
    const none = { dive: undefined, held: undefined };
    return { machine: "", work: job.for.join(", "), ...none, trouble: model.error };
  }
  // A fault that is not found yet has no job: nothing is planned.
  if (!hasWay(job)) return workLine(model.value, job, undefined);
  const plan = await planFor(db, guide, job);
  return plan.ok
    ? workLine(model.value, job, diveFromPlan(plan.value))
    : { ...workLine(model.value, job, undefined), trouble: plan.error };
}
