import { fail, ok, type Result } from "../../core/base/result.ts";
import type { PinnedGuide } from "../../core/bench/index.ts";
import type { Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { type SavedState, savedState } from "../../core/plan/index.ts";
import { orderedAs } from "../../core/supply/index.ts";
import {
  type ChangeJobError,
  type Stand,
  type TicketTrouble,
  type TicketUnknown,
} from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { lengthOf } from "../../data/bench/index.server.ts";
import { ticketFacts, type TicketFacts, turnedOutCounts } from "../../data/ticket/index.server.ts";
import { jobStream } from "../../core/bench/index.ts";
import { joinedWords } from "../../core/words/index.ts";
import { allow, type Act } from "../act.server.ts";
import { giveJob, readLedger } from "../bench/index.server.ts";
import { record, type RecordError, standingOf } from "../stage/index.server.ts";

/** A ticket's fault as far as it is known, with the machine as it lies there now. */
export interface Finding {
  readonly facts: TicketFacts;
  readonly guide: Guide;
  readonly pinned: PinnedGuide;
  readonly stand: Stand;
  readonly told: Told;
  /** What is open of the machine; none: it is shut. */
  readonly from: SavedState | undefined;
}

export async function findingOf(
  db: Database,
  number: number,
): Promise<Result<Finding, TicketUnknown | TicketTrouble>> {
  const [standing, counts] = await Promise.all([standingOf(db, number), turnedOutCounts(db)]);
  if (!standing.ok) return standing;
  const { facts, stand, model, pinned } = standing.value;
  const { says, found, refuted } = stand;
  const known = { facts, stand, told: { says, found, refuted, counts } };
  if ((await lengthOf(db, jobStream(number))) === 0) {
    return ok({ ...known, guide: model.guide, pinned, from: undefined });
  }
  const ledger = await readLedger(db, number, "");
  if (!ledger.ok) return ledger;
  const { folded, guide } = ledger.value;
  const isOpen = folded.state.phase !== "closed" && folded.state.phase !== "idle";
  const from = isOpen ? savedState(folded.model, folded.state.machine) : undefined;
  return ok({ ...known, guide: folded.model.guide, pinned: guide, from });
}

export type FoundError = TicketUnknown | TicketTrouble | ChangeJobError | RecordError;

export interface Named {
  readonly id: string;
  /** None: nothing of the fault list, but what the note says. */
  readonly cause?: string;
  readonly parts: readonly string[];
  readonly note: string;
}

/**
 * Takes something for the fault: the ticket gets the job that makes it good, by the smallest thing that can be ordered
 * (a riveted keyboard is its palm rest). Where the machine lies open, the plan goes on from there.
 */
export async function nameFault(
  act: Act,
  number: number,
  { id, cause, parts, note }: Named,
): Promise<Result<true, FoundError>> {
  allow(act, "find-out");
  const finding = await findingOf(act.db, number);
  if (!finding.ok) return finding;
  const { guide, facts } = finding.value;
  const stranger = parts.find((part) => !Object.hasOwn(guide.parts, part));
  if (stranger !== undefined) return fail({ type: "part-unknown", path: "/parts", id: stranger });
  const units = [...new Set(parts.map((part) => orderedAs(guide, part)))];
  const joined = parts.flatMap((part) => joinedWords(guide, part, orderedAs(guide, part)) ?? []);
  const said = [note, ...joined].join(". ");
  const deed = {
    kind: "found",
    parts,
    note: said,
    ...(cause === undefined ? {} : { cause }),
  } as const;
  // The job first: where it cannot be had, nothing is said to be found.
  if (units.length > 0) {
    const changed = await giveJob(act, number, { for: units, mode: facts.job.mode ?? "short" });
    if (!changed.ok) return changed;
  }
  return record(act, number, [deed], { id, note: "fault found" });
}

/** Has the machine opened up to what a check needs: at the bench it is led there like any job. */
export async function openUpFor(
  act: Act,
  number: number,
  reach: readonly string[],
): Promise<Result<true, FoundError>> {
  allow(act, "find-out");
  const facts = await ticketFacts(act.db, number);
  if (!facts) return fail({ type: "ticket-unknown" });
  const { job } = facts;
  const all = [...new Set([...(job.reach ?? []), ...reach])];
  return giveJob(act, number, { ...job, reach: all });
}
