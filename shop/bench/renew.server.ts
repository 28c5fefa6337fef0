import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  admit,
  type Entry,
  type LedgerEvent,
  type PinnedGuide,
  renewed,
} from "../../core/bench/index.ts";
import { type FactChange, guideChanges } from "../../core/guide/index.ts";
import { isAtBench, type RenewError } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { currentVersion, guideVersion, modelFor } from "../../data/guide/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { grow, MOST_TRIES } from "./grow.server.ts";
import { type OpenLedger, readLedger } from "./ledgers.server.ts";
import { replan } from "./tick.server.ts";

/** A version of its guide that came after the one a job goes by. */
export interface NewerGuide {
  readonly number: number;
  readonly changes: readonly FactChange[];
}

/** The newer version of a job's guide, while the job can still go over to it. */
export async function newerGuide(
  db: Database,
  { facts, guide, written, folded }: OpenLedger,
): Promise<NewerGuide | undefined> {
  const { phase } = folded.state;
  if (written === 0 || !isAtBench(facts) || (phase !== "down" && phase !== "swap")) {
    return undefined;
  }
  const newest = await currentVersion(db, facts.guideId);
  if (!newest || newest.hash === guide.version) return undefined;
  const [from, to] = await Promise.all([
    guideVersion(db, guide.version),
    guideVersion(db, newest.hash),
  ]);
  const changes = from.ok && to.ok ? guideChanges(from.value, to.value) : [];
  return { number: newest.number, changes };
}

/**
 * Lets a job that has begun go on by the newest version of its guide, with a new plan from the machine as it is; refused
 * where what was done on it goes against that version, and once it is being built up.
 */
export async function renewJob(act: Act, number: number): Promise<Result<true, RenewError>> {
  allow(act, "change-job");
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const ledger = await readLedger(act.db, number, act.actor.id);
    if (!ledger.ok) return ledger;
    const { facts, guide, written, folded, events } = ledger.value;
    const newest = await currentVersion(act.db, facts.guideId);
    if (!newest || newest.hash === guide.version || written === 0) {
      return fail({ type: "nothing-newer" });
    }
    const pinned: PinnedGuide = { version: newest.hash, code: guide.code };
    const model = await modelFor(act.db, pinned.version, pinned.code);
    if (!model.ok) return model;
    const renew: Entry = { do: "renew", guide: pinned };
    if (!isAtBench(facts) || !admit(folded.model, folded.state, renew).ok) {
      return fail({ type: "change-too-late" });
    }
    const next = renewed(folded.model, model.value, events);
    if (!next.ok)
      return fail({ type: "goes-against", entry: next.error.entry, guide: folded.model.guide });
    const plan = await replan(act.db, next.value.model, next.value.state, folded.state.job!);
    if (!plan.ok) return plan;
    const stamp = stampOf(act);
    const id = act.newId();
    const added: readonly LedgerEvent[] = [
      { id, ...stamp, entry: renew },
      { id: act.newId(), ...stamp, causedBy: id, entry: plan.value },
    ];
    const growing = { added, renewed: { guide: pinned, model: model.value } };
    if ((await grow(act.db, ledger.value, growing)) === "written") return ok(true);
  }
  return fail({ type: "busy" });
}
