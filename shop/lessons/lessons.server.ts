import { fail, ok, type Result } from "../../core/base/result.ts";
import { readEvents } from "../../core/bench/index.ts";
import { type Guide, guideForCode } from "../../core/guide/index.ts";
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
import { allow, stampOf, type Act } from "../act.server.ts";
import { storeGuide } from "../guide/index.server.ts";

/** What jobs teach about a guide: what is to be decided, and what was. */
export interface Lessons {
  readonly open: readonly Lesson[];
  readonly decided: readonly LessonVerdict[];
}

/** The last so many jobs of a guide are looked at. */
const MOST_JOBS = 100;

export async function lessonsFor(db: Database, guideId: string): Promise<Lessons | undefined> {
  const told = await toldOf(db, guideId);
  return told && { open: told.open, decided: told.decided };
}

/** The same, with the version that it is about. */
async function toldOf(
  db: Database,
  guideId: string,
): Promise<(Lessons & { readonly hash: string; readonly guide: Guide }) | undefined> {
  const hash = await currentHash(db, guideId);
  const read = hash === undefined ? undefined : await guideVersion(db, hash);
  if (!read?.ok || hash === undefined) return undefined;
  const guide = read.value;
  const [jobs, decided] = await Promise.all([jobsTold(db, guide), verdictsOf(db, guideId)]);
  return { hash, guide, open: openOf(lessonsOf(guide, jobs), decided), decided };
}

/** The jobs of a guide as they were done, oldest first; one whose ledger cannot be read teaches nothing. */
async function jobsTold(db: Database, whole: Guide): Promise<readonly JobTold[]> {
  const told: JobTold[] = [];
  for (const { ticket, serial, guide, events: stored } of await jobsOfGuide(
    db,
    whole.id,
    MOST_JOBS,
  )) {
    const model = await modelFor(db, guide.version, guide.code);
    const now = guideForCode(whole, guide.code);
    const events = readEvents(stored, guide);
    if (!model.ok || !now.ok || !events.ok) continue;
    told.push({ ticket, serial, guide: model.value.guide, now: now.value, events: events.value });
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
  allow(act, "teach");
  const { db } = act;
  const told = await toldOf(db, guideId);
  if (!told) return fail({ type: "guide-unknown" });
  const { hash, guide } = told;
  const lesson = told.open.find((one) => one.key === key);
  if (!lesson) return fail({ type: "lesson-gone" });
  const { teaching, evidence } = lesson;
  const serials = new Set(evidence.map(({ serial }) => serial));
  const [serial = ""] = verdict === "machine" && serials.size === 1 ? [...serials] : [];
  if (verdict === "machine" && serial === "") return fail({ type: "no-serial" });
  let version: number | undefined;
  if (verdict === "accepted") {
    if (lesson.needsMap || lesson.edits.length === 0) return fail({ type: "needs-editing" });
    const next = withEdits(guide, lesson.edits).guide;
    const reason = why.trim() === "" ? lessonWords(guide, teaching) : why.trim();
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
