import { fail, ok, type Result } from "../../core/base/result.ts";
import { diveFromPlan } from "../../core/bench/index.ts";
import {
  hasWay,
  type Intake,
  type NewTicket,
  packSigns,
  screwsMissing,
  standOf,
  type TakeInError,
  waitsOf,
  workLine,
  workOf,
} from "../../core/ticket/index.ts";
import { usedUp } from "../../core/supply/index.ts";
import { CONSENT_WORDS } from "../../core/words/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import {
  addDeeds,
  addTicket,
  customerFor,
  keepLine,
  ticketSent,
  ticketsOfSerial,
} from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { keepUnbegunLine } from "../guide/index.server.ts";
import { planFor, soon } from "../plan/index.server.ts";
import { dayOf, sealsToAsk } from "../stage/index.server.ts";
import { jobFor, machineFor } from "./machine.server.ts";

/**
 * Takes a machine in: a ticket that waits for its customer. Gives its number; the same thing sent twice, by its id, is
 * one ticket.
 */
export async function takeIn(
  act: Act,
  facts: NewTicket,
  sent?: string,
): Promise<Result<number, TakeInError>> {
  allow(act, "take-in");
  const { db } = act;
  const before = await ticketSent(db, sent);
  if (before !== undefined) return ok(before);
  if (facts.promised < (await dayOf(act))) return fail({ type: "promise-over" });
  const machine = await machineFor(act, facts);
  if (!machine.ok) return machine;
  const { guideId, code, version, model } = machine.value;
  const work = workOf(facts);
  const job = jobFor(model, facts);
  const stranger = facts.parts.find((id) => !model.partOf.has(id));
  if (stranger !== undefined) return fail({ type: "part-not-here", part: stranger });
  const planning = hasWay(job) ? planFor(db, { version, code }, job) : undefined;
  const plan = planning && (await soon(planning));
  if (plan && !plan.ok) return fail({ type: "no-sequence" });
  const line = workLine(model, job, plan && diveFromPlan(plan.value));
  const seals = plan ? usedUp(model.guide, plan.value.down).seals : [];
  const intake = { ...facts.intake, ...(await firstLife(db, facts.serial)) };
  const { joints } = model.guide;
  const lot = [...screwsMissing(intake)].find(([id, missing]) => {
    const joint = joints[id];
    return joint?.kind !== "screws" || missing > joint.count;
  });
  if (lot) return fail({ type: "more-than-there-are", joint: lot[0] });
  const written = await db.write(async (transaction) => {
    const known = await ticketSent(db, sent, transaction);
    if (known !== undefined) return ok(known);
    const who = { name: facts.customer.trim(), phone: facts.phone.trim() };
    const customerId = await customerFor(db, who, act.newId(), transaction);
    const { fault, condition, promised } = facts;
    const serial = facts.serial.trim();
    const stage = { work, job, bench: "idle" } as const;
    const takenIn = act.now().toISOString();
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
        ...stage,
        intake,
        waits: waitsOf(stage, standOf([])),
        promised,
        takenIn,
      },
      transaction,
      sent,
    );
    await keepLine(db, number, line, transaction);
    const said = facts.consents.map(
      ({ about, given }) =>
        ({ kind: "consent", about, given, words: CONSENT_WORDS[about] }) as const,
    );
    const asked = sealsToAsk(seals, {
      consents: facts.consents,
    });
    const deeds = [...said, ...asked].map((deed) => ({ id: act.newId(), ...stampOf(act), deed }));
    await addDeeds(db, number, deeds, transaction);
    return ok(number);
  });
  if (planning && !plan) {
    // Its line is drawn when its plan is there; a shop that is closing leaves it without.
    void planning
      .then(() => keepUnbegunLine(db, written.value, { version, code }, job))
      .catch(() => undefined);
  }
  return written;
}

/** The last ticket of the same machine that was handed back. */
export async function firstLife(db: Database, serial: string): Promise<Pick<Intake, "before">> {
  const earlier = await ticketsOfSerial(db, serial, undefined);
  const before = earlier.find(({ waits }) => waits === "nothing");
  return before ? { before: before.number } : {};
}
