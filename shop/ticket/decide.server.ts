import { fail, type Result, unreachable } from "../../core/base/result.ts";
import {
  type DecideError,
  type DecisionId,
  type Deed,
  decisionsFor,
  standOf,
} from "../../core/ticket/index.ts";
import { verdictWords } from "../../core/words/index.ts";
import { deedsOf, ticketFacts } from "../../data/ticket/index.server.ts";
import { allow, type Act } from "../act.server.ts";
import { soakNow } from "../soak/index.server.ts";
import { recordIn } from "../stage/index.server.ts";

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
  allow(act, "decide");
  const { db } = act;
  return db.write(async (transaction) => {
    const facts = await ticketFacts(db, number, transaction);
    if (!facts) return fail({ type: "ticket-unknown" });
    const { waits } = facts;
    const decision = decisionsFor(waits).find(({ id }) => id === decisionId);
    if (!decision) return fail({ type: "moved-on", waits });
    let said = note;
    if (decisionId === "soak-passed") {
      const verdict = await soakNow(db, facts, transaction);
      if (verdict.state !== "good") {
        if (note.trim() === "") return fail({ type: "soak-not-passed", verdict });
        said = `Not passed: ${verdictWords(verdict)} It goes out all the same: ${note}`;
      }
    }
    const { quotes } = standOf(await deedsOf(db, number, transaction));
    const deeds = decided(decision.id, said, quotes.at(-1)?.number);
    return recordIn(act, number, deeds, { note: said }, transaction);
  });
}

/** What a decision writes; a yes is to the last quote, where there is one. */
function decided(id: DecisionId, note: string, quote: number | undefined): readonly Deed[] {
  const yes: Deed = {
    kind: "answered",
    answer: "yes",
    note,
    ...(quote === undefined ? {} : { quote }),
  };
  switch (id) {
    case "yes-order":
      return [yes];
    case "yes-ready":
      return [yes, { kind: "here", note }];
    case "no":
      return [{ kind: "answered", answer: "no", note }];
    case "part-in":
      return [{ kind: "here", note }];
    case "soak-passed":
      return [{ kind: "passed", note }];
    default:
      return unreachable(id);
  }
}
