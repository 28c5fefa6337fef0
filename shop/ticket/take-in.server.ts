import { fail, ok, type Result } from "../../core/base/result.ts";
import { diveFromPlan } from "../../core/bench/index.ts";
import type { Job } from "../../core/rules/index.ts";
import {
  newModelOf,
  type NewTicket,
  packSigns,
  type TakeInError,
  workLine,
} from "../../core/ticket/index.ts";
import { currentHash, guideOfCode, modelFor } from "../../data/guide/index.server.ts";
import { addTicket, customerFor, keepLine } from "../../data/ticket/index.server.ts";
import type { Act } from "../act.server.ts";
import { addModel } from "../guide/index.server.ts";
import { planFor } from "../plan/index.server.ts";

/** Takes a machine in: a ticket that waits for its customer. Gives its number. */
export async function takeIn(act: Act, facts: NewTicket): Promise<Result<number, TakeInError>> {
  const { db } = act;
  const model = newModelOf(facts);
  if (model && !(await guideOfCode(db, facts.code))) {
    const added = await addModel(act, model, facts.parts);
    if (!added.ok) return added;
  }
  const found = await guideOfCode(db, facts.code);
  const version = found && (await currentHash(db, found.guideId));
  if (!found || version === undefined) return fail({ type: "code-not-known", code: facts.code });
  const { guideId, code } = found;
  const known = await modelFor(db, version, code);
  if (!known.ok) return fail({ type: "code-not-known", code: facts.code });
  const stranger = facts.parts.find((id) => !known.value.partOf.has(id));
  if (stranger !== undefined) return fail({ type: "part-not-here", part: stranger });
  const job: Job = { for: facts.parts, mode: facts.mode };
  const plan = await planFor(db, { version, code }, job);
  if (!plan.ok) return fail({ type: "no-sequence" });
  const line = workLine(known.value, job, diveFromPlan(plan.value));
  return db.write(async (transaction) => {
    const who = { name: facts.customer.trim(), phone: facts.phone.trim() };
    const customerId = await customerFor(db, who, act.newId(), transaction);
    const { serial, fault, condition, promised } = facts;
    const number = await addTicket(
      db,
      {
        customerId,
        guideId,
        code,
        serial,
        fault,
        condition,
        signs: packSigns(facts),
        job,
        waits: "customer",
        promised,
        takenIn: act.now().toISOString(),
      },
      transaction,
    );
    await keepLine(db, number, line, transaction);
    return ok(number);
  });
}
