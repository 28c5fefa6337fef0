import { fail, ok, type Result } from "../../core/base/result.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { PinnedGuide } from "../../core/bench/index.ts";
import {
  type Deed,
  type Drawn,
  nextUp,
  type PracticeEntry,
  practiceStream,
  readPractice,
  type Setting,
  storedPractice,
  type View,
} from "../../core/practice/index.ts";
import { shopDay } from "../../core/ticket/index.ts";
import { addEvents, lengthOf, readStream, type Stream } from "../../data/bench/index.server.ts";
import { modelFor } from "../../data/guide/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { practiceAside } from "../plan/index.server.ts";
import { catalogue, offeredNow } from "./offered.server.ts";
import { orderOfDay, standingNow } from "./standing.server.ts";

export type PractiseError =
  | { readonly type: "nothing-to-practise" }
  | { readonly type: "exercise-unknown" }
  /** It was gone on with elsewhere, or is over. */
  | { readonly type: "exercise-moved-on" }
  | { readonly type: "not-worked-out" };

/** So many subjects are tried, each on a few guides, until one can be drawn. */
const TRIES = 12;

/**
 * Sets an exercise in a ledger of its own: of the subject that is asked for, else what comes next. Drawn from one of the
 * guides as they are now. Gives its id.
 */
export async function beginExercise(
  act: Act,
  zone: string,
  subject: string | undefined,
): Promise<Result<string, PractiseError>> {
  allow(act, "practise");
  const { db } = act;
  const [{ standing }, offered] = await Promise.all([standingNow(act, zone), offeredNow(db)]);
  const now = act.now();
  const order = orderOfDay(shopDay(now, zone));
  const wanted =
    subject === undefined
      ? nextUp(standing, offered, now.toISOString(), order)
      : offered.filter((one) => one.subject === subject);
  const bySubject = new Map(offered.map((one) => [one.subject, one]));
  const seed = order(`${act.actor.id}:${now.toISOString()}`) % 2 ** 31;
  for (const one of wanted.slice(0, TRIES)) {
    const { from } = bySubject.get(one.subject)!;
    const { kind } = one;
    const setting: Setting = {
      kind,
      subject: one.subject,
      seed,
      level: Math.max(one.level, standing.level),
    };
    for (let i = 0; i < Math.min(from.length, 3); i++) {
      const pinned = from[(seed + i) % from.length]!;
      const made = await practised(act, pinned, setting, []);
      if (!made.ok) continue;
      const id = act.newId();
      const stream = { id: practiceStream(id), guide: pinned, ticket: undefined };
      const entries: readonly PracticeEntry[] = [
        { kind: "set", body: setting },
        { kind: "drawn", body: made.value.drawn },
      ];
      const first = entries.map((entry, seq) =>
        storedPractice(stream.id, seq, entry, stampOfEvent(act)),
      );
      await db.write((transaction) => addEvents(db, stream, 0, first, transaction));
      return ok(id);
    }
  }
  return fail({ type: "nothing-to-practise" });
}

const stampOfEvent = (act: Act) => ({ id: act.newId(), ...stampOf(act) });

async function practised(
  { db }: Act,
  { version, code }: PinnedGuide,
  setting: Setting,
  deeds: readonly Deed[],
  drawn?: Drawn,
): Promise<Result<{ readonly view: View; readonly drawn: Drawn }, PractiseError>> {
  const model = await modelFor(db, version, code);
  if (!model.ok) return fail({ type: "exercise-unknown" });
  const { guide } = model.value;
  const key = `${version}:${code}`;
  const known = drawn && Object.keys(drawn).length > 0 ? { drawn } : {};
  const made = await practiceAside({
    key,
    guide,
    catalogue: catalogue(),
    setting,
    deeds,
    ...known,
  });
  if (!made) return fail({ type: "not-worked-out" });
  return made.ok ? made : fail({ type: "exercise-unknown" });
}

/** One's own exercise as it is written. */
async function kept(act: Act, id: string) {
  const stream = await readStream(act.db, practiceStream(id));
  const read = stream && readPractice(stream.events);
  if (!stream || !read?.ok || read.value.by !== act.actor.id) return undefined;
  return { stream, ...read.value };
}

export interface ExercisePage {
  readonly guide: Guide;
  readonly setting: Setting;
  readonly view: View;
  /** How many deeds there are: the next one follows these. */
  readonly after: number;
}

/** One's own exercise as it stands. */
export async function exercisePage(
  act: Act,
  id: string,
): Promise<Result<ExercisePage, PractiseError>> {
  allow(act, "practise");
  const found = await kept(act, id);
  if (!found) return fail({ type: "exercise-unknown" });
  const { stream, setting, deeds, drawn } = found;
  const [model, made] = await Promise.all([
    modelFor(act.db, stream.guide.version, stream.guide.code),
    practised(act, stream.guide, setting, deeds, drawn),
  ]);
  if (!model.ok) return fail({ type: "exercise-unknown" });
  if (!made.ok) return made;
  const { guide } = model.value;
  return ok({ guide, setting, view: made.value.view, after: deeds.length });
}

/** Does something in one's own exercise; when that ends it, how it came out is written with it. */
export async function practise(
  act: Act,
  id: string,
  deed: Deed,
  after: number,
): Promise<Result<void, PractiseError>> {
  allow(act, "practise");
  const found = await kept(act, id);
  if (!found) return fail({ type: "exercise-unknown" });
  const { stream, setting, deeds, outcome, drawn } = found;
  if (outcome !== undefined || deeds.length !== after) return fail({ type: "exercise-moved-on" });
  if (deeds.length >= MOST_DEEDS) return fail({ type: "exercise-moved-on" });
  const made = await practised(act, stream.guide, setting, [...deeds, deed], drawn);
  if (!made.ok) return made;
  const { outcome: came } = made.value.view;
  const entries: PracticeEntry[] = [{ kind: "deed", body: deed }];
  if (came) entries.push({ kind: "came-out", body: came });
  return (await append(act, stream, entries)) ? ok(undefined) : fail({ type: "exercise-moved-on" });
}

/** Nobody does more in one exercise. */
const MOST_DEEDS = 2_000;

async function append(
  act: Act,
  { id, guide, events }: Stream,
  entries: readonly PracticeEntry[],
): Promise<boolean> {
  const { db } = act;
  return db.write(async (transaction) => {
    const length = await lengthOf(db, id, transaction);
    if (length !== events.length) return false;
    const written = entries.map((entry, i) =>
      storedPractice(id, length + i, entry, stampOfEvent(act)),
    );
    await addEvents(db, { id, guide, ticket: undefined }, length, written, transaction);
    return true;
  });
}
