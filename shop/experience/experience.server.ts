import { foldOn, readEvents } from "../../core/bench/index.ts";
import {
  adviceFrom,
  type Experience,
  experienceOf,
  isWhole,
  type JobDone,
} from "../../core/experience/index.ts";
import { shopDay } from "../../core/ticket/index.ts";
import {
  adviceWords,
  EXPERIENCE_WORDS,
  type GuidesNamed,
  stepKindWords,
  thingOfModel,
} from "../../core/words/index.ts";
import { jobsOfGuide } from "../../data/bench/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";
import { tableRows } from "../../data/exports/index.server.ts";
import { currentHashes, guideVersion, modelFor } from "../../data/guide/index.server.ts";
import { promisesMade } from "../../data/ticket/index.server.ts";
import { allow, type Act } from "../act.server.ts";
import { zoneOf } from "../stage/index.server.ts";

/** The last so many jobs of each model are looked at. */
const MOST_JOBS = 100;
/** What was worked out is shown for so long: nobody waits for the last minute of it. */
const FRESH_MS = 60_000;

interface Known {
  readonly at: number;
  readonly experience: Experience;
  readonly guides: GuidesNamed;
}
const kept = new WeakMap<Database, Known>();

async function known(act: Act): Promise<Known> {
  const { db } = act;
  const before = kept.get(db);
  if (before && performance.now() - before.at < FRESH_MS) return before;
  const jobs: JobDone[] = [];
  const guides: Record<string, GuidesNamed[string]> = {};
  for (const { guideId, hash } of await currentHashes(db)) {
    const now = await guideVersion(db, hash);
    if (now.ok) guides[guideId] = now.value;
    for (const { ticket, guide, events } of await jobsOfGuide(db, guideId, MOST_JOBS)) {
      const model = await modelFor(db, guide.version, guide.code);
      const read = readEvents(events, guide);
      // A ledger that cannot be read says nothing here: its own ticket tells of it.
      if (!model.ok || !read.ok) continue;
      // A machine that was learnt at the bench is known as far as its ledger says.
      const grown = model.value.learning
        ? foldOn(model.value, undefined, read.value).model
        : model.value;
      const job = { ticket, guide: grown.guide, events: read.value };
      if (isWhole(job)) jobs.push(job);
    }
  }
  const parts = (await tableRows(db, "parts")).map(({ supplier, fits }) => ({
    supplier: String(supplier ?? ""),
    fits: fits === null || fits === undefined ? undefined : Number(fits) === 1,
  }));
  const zone = await zoneOf(db);
  const promises = (await promisesMade(db)).map(({ promised, ready }) => ({
    promised,
    ready: ready === null ? undefined : shopDay(new Date(ready), zone),
  }));
  const today = shopDay(act.now(), zone);
  const experience = experienceOf({ jobs, parts, promises, today });
  const made = { at: performance.now(), experience, guides };
  kept.set(db, made);
  return made;
}

type Row = Readonly<Record<string, string | number>>;

/** A table in the words of the screen, with the columns under the names that they have in its file. */
function rowsIn(
  { experience, guides }: Known,
  table: keyof Experience,
  name: (person: string) => string,
): readonly Row[] {
  const thing = (guideId: string, id: string): string => thingOfModel(guides, guideId, id);
  const timed = (words: (key: string) => string, head: string) =>
    experience[table as "kinds"].map(({ key, n, estimate, minutes, times }) => ({
      [head]: words(key),
      timed: n,
      estimate,
      minutes,
      times_the_estimate: times,
    }));
  switch (table) {
    case "kinds":
      return timed(stepKindWords, "step");
    case "people":
      return timed(name, "person");
    case "months":
      return timed((key) => key, "month");
    case "forgotten":
      return experience.forgotten.map((row) => ({
        what: thing(row.guideId, row.thing),
        times: row.times,
        jobs: row.jobs,
      }));
    case "gone":
      return experience.gone.map((row) => ({
        screws: thing(row.guideId, row.lot),
        jobs: row.jobs,
        missing_at_taking_in: row.atIntake,
        lost_here: row.lost,
      }));
    case "suppliers":
      return experience.suppliers.map(({ supplier, came, bad }) => ({ supplier, came, bad }));
    case "promises":
      return experience.promises.map(({ month, made, kept, daysLate }) => ({
        month,
        made,
        kept,
        days_late: daysLate,
      }));
    case "jobs":
      return experience.jobs.map(({ ticket, guideId, estimate, minutes }) => ({
        ticket,
        model: guides[guideId]?.model ?? guideId,
        estimate,
        minutes,
      }));
  }
}

const TABLES = Object.keys(EXPERIENCE_WORDS) as (keyof Experience)[];

/** All tables of what the shop learnt, each with its sentence. */
export async function experienceNow(act: Act, name: (person: string) => string) {
  allow(act, "progress");
  const found = await known(act);
  const words = adviceWords(adviceFrom(found.experience), found.guides, name);
  return TABLES.map((table) => ({
    table,
    advice: words[table],
    rows: rowsIn(found, table, name),
  }));
}

/** One of the tables, by the name of its file; undefined: there is no such table. */
export async function experienceRows(
  act: Act,
  file: string,
  name: (person: string) => string,
): Promise<readonly Row[] | undefined> {
  allow(act, "progress");
  const table = TABLES.find((one) => `${one}.csv` === file);
  return table && rowsIn(await known(act), table, name);
}
