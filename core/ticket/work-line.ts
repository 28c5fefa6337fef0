import type { StopKind } from "../bench/index.ts";
import { diveText, type Dive } from "../plan/index.ts";
import type { Job, Model } from "../rules/index.ts";
import type { TicketLine } from "./ticket.ts";

/** What a list shows of a ticket's work: kept with the ticket, made anew when its ledger grows. */
export type WorkLine = Pick<TicketLine, "machine" | "work" | "dive" | "trouble" | "held">;

/** Machine, parts of the job by name, the line as far as it is. */
export function workLine(
  { guide }: Model,
  job: Job,
  dive: Dive | undefined,
  held?: StopKind,
): WorkLine {
  const names = job.for.map((id) => guide.parts[id]?.name ?? id);
  return {
    machine: `${guide.maker} ${guide.model}`,
    work: names.join(", "),
    dive: dive && diveText(dive),
    trouble: undefined,
    held,
  };
}
