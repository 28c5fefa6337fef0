import { fail, ok, type Result } from "../../core/base/result.ts";
import { admit } from "../../core/bench/index.ts";
import type { DecideError } from "../../core/ticket/index.ts";
import { stampOf, type Act } from "../act.server.ts";
import { grow, MOST_TRIES } from "./grow.server.ts";
import { readLedger, startOf } from "./ledgers.server.ts";

/** Brings a machine back from the soak: its ledger begins once more, with the plan of its job. */
export async function reopen(
  act: Act,
  number: number,
  note: string,
): Promise<Result<true, DecideError>> {
  const { db } = act;
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const ledger = await readLedger(db, number, act.actor.id);
    if (!ledger.ok) return ledger;
    const { facts, guide, folded } = ledger.value;
    if (facts.waits !== "soak") return fail({ type: "moved-on", waits: facts.waits });
    const entry = await startOf(db, guide, facts);
    if (!entry.ok) return entry;
    const admitted = admit(folded.model, folded.state, entry.value);
    if (!admitted.ok) throw new Error(`ticket ${number} at the soak: ${admitted.error.type}`);
    const start = { id: act.newId(), ...stampOf(act), entry: entry.value };
    const leaves = { to: "bench", note } as const;
    if ((await grow(db, ledger.value, { added: [start], leaves })) === "written") return ok(true);
  }
  return fail({ type: "busy" });
}
