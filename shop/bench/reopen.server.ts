import { fail, ok, type Result } from "../../core/base/result.ts";
import { admit } from "../../core/bench/index.ts";
import type { DecideError } from "../../core/ticket/index.ts";
import { verdictWords } from "../../core/words/index.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { soakNow } from "../soak/index.server.ts";
import { grow, MOST_TRIES } from "./grow.server.ts";
import { readLedger, startOf } from "./ledgers.server.ts";

/**
 * Brings a machine back from the soak: its ledger begins once more, with the plan of its job. Why, if nobody says it, is
 * what the soak came to.
 */
export async function reopen(
  act: Act,
  number: number,
  note: string,
): Promise<Result<true, DecideError>> {
  allow(act, "reopen");
  const { db } = act;
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const ledger = await readLedger(db, number, act.actor.id);
    if (!ledger.ok) return ledger;
    const { facts, guide, folded } = ledger.value;
    const isBack = facts.waits === "soak";
    // A machine that was only looked into, and shut, is opened once more for its job.
    const isAnew = facts.waits === "bench" && folded.state.phase === "closed";
    if (!isBack && !isAnew) return fail({ type: "moved-on", waits: facts.waits });
    const entry = await startOf(db, guide, facts);
    if (!entry.ok) return entry;
    const admitted = admit(folded.model, folded.state, entry.value);
    if (!admitted.ok) throw new Error(`ticket ${number} at the soak: ${admitted.error.type}`);
    const start = { id: act.newId(), ...stampOf(act), entry: entry.value };
    const verdict = await soakNow(db, facts);
    const why = verdict.state === "bad" ? verdictWords(verdict) : "";
    const said = note.trim() === "" ? why : note;
    const deed = isBack ? ({ kind: "reopened", note: said } as const) : undefined;
    const growing = { added: [start], moves: { note: said, deed } };
    if ((await grow(db, ledger.value, growing)) === "written") return ok(true);
  }
  return fail({ type: "busy" });
}
