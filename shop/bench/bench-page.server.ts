import { ok, type Result } from "../../core/base/result.ts";
import type { PinnedGuide, StoredEvent } from "../../core/bench/index.ts";
import { thingsIn } from "../../core/lessons/index.ts";
import { type Learnt, learntFrom } from "../../core/minutes/index.ts";
import type { Person } from "../../core/people/index.ts";
import type { Plan } from "../../core/plan/index.ts";
import { isAtBench } from "../../core/ticket/index.ts";
import { lessonWords } from "../../core/words/index.ts";
import { missedOf, talliesFor } from "../../data/minutes/index.server.ts";
import { notesOf, type Note } from "../../data/notes/index.server.ts";
import { habitOf, type ScrewHabit } from "../../data/people/index.server.ts";
import { photosOf, type Photo } from "../../data/photos/index.server.ts";
import type { Act } from "../act.server.ts";
import { lessonsOfMachine } from "../lessons/index.server.ts";
import { planFor } from "../plan/index.server.ts";
import { readLedger, sentFrom, type LedgerError } from "./ledgers.server.ts";

/** All that a bench screen begins with; the guide it has by its version. */
export interface BenchPage {
  readonly number: number;
  readonly machine: string;
  /** Whether the bench goes on with it. */
  readonly isHere: boolean;
  readonly guide: PinnedGuide;
  readonly events: readonly StoredEvent[];
  readonly who: Person;
  readonly keeping: ScrewHabit;
  readonly notes: readonly Note[];
  readonly photos: readonly Photo[];
  readonly ofMachine: readonly { readonly words: string; readonly things: readonly string[] }[];
  readonly transfers: Plan["transfers"];
  readonly learnt: Learnt;
  readonly missed: Readonly<Record<string, number>>;
}

export async function benchPage(
  { db, actor, signal }: Act,
  number: number,
): Promise<Result<BenchPage, LedgerError>> {
  const ledger = await readLedger(db, number, actor.id);
  if (!ledger.ok) return ledger;
  const { facts, guide, model } = ledger.value;
  const [plan, keeping, notes, photos, rows, missed, found] = await Promise.all([
    planFor(db, guide, facts.job, signal),
    habitOf(db, actor.id),
    notesOf(db, facts.guideId),
    photosOf(db, number),
    talliesFor(db, actor.id),
    missedOf(db, facts.guideId),
    lessonsOfMachine(db, facts),
  ]);
  return ok({
    number,
    machine: `${model.guide.maker} ${model.guide.model}`,
    isHere: isAtBench(facts) && ledger.value.folded.state.phase !== "closed",
    guide,
    events: sentFrom(ledger.value, 0),
    who: actor,
    keeping,
    notes,
    photos,
    ofMachine: found.map(({ teaching }) => ({
      words: lessonWords(model.guide, teaching),
      things: thingsIn(teaching),
    })),
    transfers: plan.ok ? plan.value.transfers : [],
    learnt: learntFrom(rows),
    missed,
  });
}
