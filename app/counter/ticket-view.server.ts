import { diveFromPlan, diveFromState, foldLedger, type Dive } from "../../core/bench/index.ts";
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
  const { machinery } = await machineFor(db, ticket.guideId, ticket.code);
  const names = ticket.job.for.map((id) => machinery.guide.parts[id]?.name ?? id);
  const work = names.join(", ");
  const events = await eventsOf(db, ticket.number);
  if (events.length > 0) {
    return { ticket, work, dive: diveFromState(machinery, foldLedger(machinery, events)) };
  }
  const plan = await planFor(db, ticket);
  return { ticket, work, dive: plan.ok ? diveFromPlan(plan.value) : undefined };
}
