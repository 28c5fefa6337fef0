import { fail, ok, type Result } from "../../core/base/result.ts";
import { admit, diveFromPlan, jobStream, type LedgerEvent } from "../../core/bench/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { usedUp } from "../../core/supply/index.ts";
import {
  canChangeJob,
  isLook,
  type ChangeJobError,
  standOf,
  workLine,
} from "../../core/ticket/index.ts";
import { lengthOf } from "../../data/bench/index.server.ts";
import { currentHash, modelFor } from "../../data/guide/index.server.ts";
import {
  addDeeds,
  changeTicketJob,
  deedsOf,
  keepBenchPhase,
  keepLine,
  ticketFacts,
  type TicketFacts,
} from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { planFor } from "../plan/index.server.ts";
import { sealsToAsk, settle } from "../stage/index.server.ts";
import { grow, MOST_TRIES } from "./grow.server.ts";
import { readLedger } from "./ledgers.server.ts";
import { replan } from "./tick.server.ts";

/**
 * Gives a ticket another job. Where the strip-down has begun, the new plan goes on from the state
 * the machine is in now; once the build-up has begun, or the ticket has left the bench, it is too late.
 */
export async function changeJob(
  act: Act,
  number: number,
  job: Job,
): Promise<Result<true, ChangeJobError>> {
  allow(act, "change-job");
  return giveJob(act, number, job);
}

/** The same where the job follows from something else that was allowed: a fault found, a quote taken. */
export async function giveJob(
  act: Act,
  number: number,
  job: Job,
): Promise<Result<true, ChangeJobError>> {
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const facts = await ticketFacts(act.db, number);
    if (!facts) return fail({ type: "ticket-unknown" });
    if (!canChangeJob(facts.waits)) return fail({ type: "change-too-late" });
    const wasLooked = facts.bench === "closed" && isLook(facts.job);
    const hasBegun = !wasLooked && (await lengthOf(act.db, jobStream(number))) > 0;
    const changed = hasBegun
      ? await changeBegun(act, number, job)
      : await changeUnbegun(act, facts, job);
    if (changed.ok && !changed.value) continue;
    return changed.ok ? ok(true) : changed;
  }
  return fail({ type: "busy" });
}

/** A job that has not begun: only the ticket and its line change. False: somebody began it. */
async function changeUnbegun(
  act: Act,
  { number, guideId, code, bench }: TicketFacts,
  job: Job,
): Promise<Result<boolean, ChangeJobError>> {
  const { db } = act;
  const version = await currentHash(db, guideId);
  if (version === undefined) return fail({ type: "guide-gone", version: guideId });
  const model = await modelFor(db, version, code);
  if (!model.ok) return model;
  const plan = await planFor(db, { version, code }, job);
  if (!plan.ok) return plan;
  const line = workLine(model.value, job, diveFromPlan(plan.value));
  const { seals } = usedUp(model.value.guide, plan.value.down);
  const isChanged = await db.write(async (transaction) => {
    const now = await ticketFacts(db, number, transaction);
    if (!now || !canChangeJob(now.waits) || now.bench !== bench) return false;
    const asked = sealsToAsk(seals, standOf(await deedsOf(db, number, transaction)));
    const deeds = asked.map((deed) => ({ id: act.newId(), ...stampOf(act), deed }));
    await addDeeds(db, number, deeds, transaction);
    await changeTicketJob(db, number, job, transaction);
    // Shut after it was only looked into: for its job it is not opened yet.
    if (bench === "closed") await keepBenchPhase(db, number, "idle", transaction);
    await keepLine(db, number, line, transaction);
    await settle(db, number, { ...stampOf(act), note: "another job" }, transaction);
    return true;
  });
  return ok(isChanged);
}

/** A job that has begun: a new plan goes on from the machine as it is. False: somebody came between. */
async function changeBegun(
  act: Act,
  number: number,
  job: Job,
): Promise<Result<boolean, ChangeJobError>> {
  const ledger = await readLedger(act.db, number, act.actor.id);
  if (!ledger.ok) return ledger;
  const { folded } = ledger.value;
  const { model } = folded;
  const entry = await replan(act.db, model, folded.state, job);
  if (!entry.ok) return entry;
  if (!admit(model, folded.state, entry.value).ok) return fail({ type: "change-too-late" });
  const added: readonly LedgerEvent[] = [{ id: act.newId(), ...stampOf(act), entry: entry.value }];
  return ok((await grow(act.db, ledger.value, { added, job })) === "written");
}
