import type { QuoteRates } from "../../core/quote/index.ts";
import { dayAfter, standOf } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { deedsOf, ticketFacts, type TicketFacts } from "../../data/ticket/index.server.ts";

/** What an earlier ticket of a machine says about a new one. */
export interface FirstLife {
  readonly number: number;
  readonly fault: string;
  /** Parts that were made good then. */
  readonly parts: readonly string[];
  /** ISO day. */
  readonly handedBack: string;
  /** ISO day until which the work is under warranty. */
  readonly warranty: string;
  /** What was given back unrepaired has none. */
  readonly isUnderWarranty: boolean;
}

/** The last ticket of the same machine that was handed back; undefined: it was not here before. */
export async function firstLifeOf(
  db: Database,
  { intake, takenIn }: Pick<TicketFacts, "intake" | "takenIn">,
  rates: QuoteRates,
): Promise<FirstLife | undefined> {
  if (intake.before === undefined) return undefined;
  const [ticket, deeds] = await Promise.all([
    ticketFacts(db, intake.before),
    deedsOf(db, intake.before),
  ]);
  const { collected, passed } = standOf(deeds);
  if (!ticket || !collected) return undefined;
  const handedBack = collected.at.slice(0, 10);
  const warranty = dayAfter(handedBack, rates.warranty);
  return {
    number: ticket.number,
    fault: ticket.fault,
    parts: passed ? ticket.job.for : [],
    handedBack,
    warranty,
    isUnderWarranty: passed !== undefined && takenIn.slice(0, 10) <= warranty,
  };
}
