import { fail, ok, type Result } from "../../core/base/result.ts";
import { type DecideError, DECISIONS } from "../../core/ticket/index.ts";
import { verdictWords } from "../../core/words/index.ts";
import { addTransition, ticketFacts } from "../../data/ticket/index.server.ts";
import { stampOf, type Act } from "../act.server.ts";
import { soakNow } from "../soak/index.server.ts";

/**
 * Carries out a decision, if the ticket still waits for it: a stale page changes nothing. What has not
 * passed its soak (none was run, too short, over the limits) goes out only with a word about it, and the
 * record says both.
 */
export async function decide(
  act: Act,
  number: number,
  decisionId: string,
  note: string,
): Promise<Result<true, DecideError>> {
  const { db } = act;
  return db.write(async (transaction) => {
    const facts = await ticketFacts(db, number, transaction);
    if (!facts) return fail({ type: "ticket-unknown" });
    const { waits } = facts;
    const decision = DECISIONS.find(({ id, from }) => id === decisionId && from === waits);
    if (!decision) return fail({ type: "moved-on", waits });
    const { from, to } = decision;
    let said = note;
    if (decisionId === "soak-passed") {
      const verdict = await soakNow(db, facts, transaction);
      if (verdict.state !== "good") {
        if (note.trim() === "") return fail({ type: "soak-not-passed", verdict });
        said = `Not passed: ${verdictWords(verdict)} It goes out all the same: ${note}`;
      }
    }
    await addTransition(db, number, { ...stampOf(act), from, to, note: said }, transaction);
    return ok(true);
  });
}
