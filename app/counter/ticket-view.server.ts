import { diveFromPlan, diveFromState, foldLedger } from "../../core/bench/index.ts";
import type { Dive } from "../../core/plan/index.ts";
import type { Ticket } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/database.server.ts";
import { machineFor } from "../../data/guides/guides.server.ts";
import { eventsOf } from "../../data/ledger/kept-ledgers.server.ts";
import { planFor } from "../../data/plans/plans.server.ts";

/** A ticket with the line of its work: as planned, or as far as the bench has come. */
export interface TicketLine {
  readonly ticket: Ticket;
  readonly work: string;
  readonly dive: Dive | undefined;
}

export async function ticketLine(db: Database, ticket: Ticket): Promise<TicketLine> {
  const { model } = await machineFor(db, ticket.guideId, ticket.code);
  const names = ticket.job.for.map((id) => model.guide.parts[id]?.name ?? id);
  const work = names.join(", ");
  const events = await eventsOf(db, ticket.number);
  if (events.length > 0) {
    return { ticket, work, dive: diveFromState(model, foldLedger(model, events)) };
  }
  const plan = await planFor(db, ticket);
  return { ticket, work, dive: plan.ok ? diveFromPlan(plan.value) : undefined };
}
