import { diveFromState, heldBy } from "../../core/bench/index.ts";
import { workLine, type WorkLine } from "../../core/ticket/index.ts";
import type { OpenLedger } from "./ledgers.server.ts";

/** What lists show of a ticket whose job has begun. */
export const ledgerLine = ({ model, facts, folded }: OpenLedger): WorkLine =>
  workLine(model, facts.job, diveFromState(model, folded.state), heldBy(model, folded.state)?.kind);
