import { fail, ok, type Result } from "../../core/base/result.ts";
import { readEvents } from "../../core/bench/index.ts";
import { withEdits } from "../../core/edit/index.ts";
import {
  type JobTold,
  type Lesson,
  lessonsOf,
  openOf,
  type Verdict,
} from "../../core/lessons/index.ts";
import { lessonWords } from "../../core/words/index.ts";
import { jobsOfGuide } from "../../data/bench/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";
import { currentHash, guideVersion, modelFor } from "../../data/guide/index.server.ts";
import {
  addVerdict,
  verdictsOf,
  verdictsOnMachine,
  type LessonVerdict,
} from "../../data/lessons/index.server.ts";
import { stampOf, type Act } from "../act.server.ts";
import { storeGuide } from "../guide/index.server.ts";

/** What jobs teach about a guide: what is to be decided, and what was. */
export interface Lessons {
  readonly open: readonly Lesson[];
  readonly decided: readonly LessonVerdict[];
}

/** The last so many jobs of a guide are looked at. */
const MOST_JOBS = 100;

export async function lessonsFor(db: Database, guideId: string): Promise<Lessons | undefined> {
  const hash = await currentHash(db, guideId);
  const guide = hash === undefined ? undefined : await guideVersion(db, hash);
  if (!guide?.ok) return undefined;
  const [jobs, decided] = await Promise.all([jobsTold(db, guideId), verdictsOf(db, guideId)]);
  return { open: openOf(lessonsOf(guide.value, jobs), decided), decided };
}

/** The jobs of a guide as they were done, oldest first; one whose ledger cannot be read teaches nothing. */
async function jobsTold(db: Database, guideId: string): Promise<readonly JobTold[]> {
  const told: JobTold[] = [];
  for (const { ticket, serial, guide, events: stored } of await jobsOfGuide(
    db,
    guideId,
    MOST_JOBS,
  )) {
    const model = await modelFor(db, guide.version, guide.code);
    const events = readEvents(stored, guide);
    if (!model.ok || !events.ok) continue;
    told.push({ ticket, serial, guide: model.value.guide, events: events.value });
  }
  return told;
}

export type JudgeError =
  | { readonly type: "guide-unknown" }
  /** It was decided meanwhile, or the guide says it by now. */
  | { readonly type: "lesson-gone" }
  /** Accepted it leaves a guide that the check refuses: somebody has to edit it. */
  | { readonly type: "needs-editing" }
  /** Nobody noted which machine it was. */
  | { readonly type: "no-serial" };

/**
 * Decides what becomes of a lesson: accepted it is the guide's next version; for one machine it stays with its serial;
 * refused it comes back only when another job teaches it.
 */
export async function judgeLesson(
  act: Act,
  guideId: string,
  { key, verdict, why }: { readonly key: string; readonly verdict: Verdict; readonly why: string },
): Promise<Result<{ readonly version: number | undefined }, JudgeError>> {
  const { db } = act;
  const hash = await currentHash(db, guideId);
  const guide = hash === undefined ? undefined : await guideVersion(db, hash);
  const lessons = await lessonsFor(db, guideId);
  if (!guide?.ok || !lessons || hash === undefined) return fail({ type: "guide-unknown" });
  const lesson = lessons.open.find((one) => one.key === key);
  if (!lesson) return fail({ type: "lesson-gone" });
  const { teaching, evidence } = lesson;
  const serials = new Set(evidence.map(({ serial }) => serial));
  const [serial = ""] = verdict === "machine" && serials.size === 1 ? [...serials] : [];
  if (verdict === "machine" && serial === "") return fail({ type: "no-serial" });
  let version: number | undefined;
  if (verdict === "accepted") {
    if (lesson.needsMap || lesson.edits.length === 0) return fail({ type: "needs-editing" });
    const next = withEdits(guide.value, lesson.edits).guide;
    const reason = why.trim() === "" ? lessonWords(guide.value, teaching) : why.trim();
    const stored = await storeGuide(act, next, reason, hash);
    if (stored === "behind") return fail({ type: "lesson-gone" });
    if (!stored.ok) return fail({ type: "needs-editing" });
    version = stored.value.version?.number;
  }
  const tickets = [...new Set(evidence.map(({ ticket }) => ticket))];
  const decided = { guideId, key, verdict, serial, teaching, tickets, why: why.trim() };
  await db.write((transaction) => addVerdict(db, { ...decided, ...stampOf(act) }, transaction));
  return ok({ version });
}

/** What stays with one machine, by its serial. */
export const lessonsOfMachine = (
  db: Database,
  { guideId, serial }: { readonly guideId: string; readonly serial: string },
): Promise<readonly LessonVerdict[]> => verdictsOnMachine(db, guideId, serial);
