import { fail, ok, type Result } from "../../core/base/result.ts";
import { type DecideError, DECISIONS } from "../../core/ticket/index.ts";
import { addTransition, ticketFacts } from "../../data/ticket/index.server.ts";
import { stampOf, type Act } from "../act.server.ts";
import { faultsNow } from "../soak/index.server.ts";

/**
 * Carries out a decision, if the ticket still waits for it: a stale page changes nothing. What comes
 * out of its soak over the limits goes out only with a word about it.
 */
export async function decide(
  act: Act,
  number: number,
  decisionId: string,
  note: string,
): Promise<Result<true, DecideError>> {
  const { db } = act;
  if (decisionId === "soak-passed" && note === "" && (await isOverLimits(act, number))) {
    return fail({ type: "soak-over-limits" });
  }
  return db.write(async (transaction) => {
    const facts = await ticketFacts(db, number, transaction);
    if (!facts) return fail({ type: "ticket-unknown" });
    const { waits } = facts;
    const decision = DECISIONS.find(({ id, from }) => id === decisionId && from === waits);
    if (!decision) return fail({ type: "moved-on", waits });
    const { from, to } = decision;
    await addTransition(db, number, { ...stampOf(act), from, to, note }, transaction);
    return ok(true);
  });
}

async function isOverLimits({ db }: Act, number: number): Promise<boolean> {
  const facts = await ticketFacts(db, number);
  const faults = facts && (await faultsNow(db, facts));
  return faults !== undefined && faults.length > 0;
}
