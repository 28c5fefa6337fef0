import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "../../core/base/result.ts";
import { sightingsIn, type LedgerEvent } from "../../core/bench/index.ts";
import { type Guide, guideChanges, isPartKind } from "../../core/guide/index.ts";
import {
  asSightings,
  firstSightings,
  idFrom,
  learntGuide,
  machineOf,
  type NewModel,
  readAnswers,
  type Sighting,
  sightingsOf,
} from "../../core/learn/index.ts";
import type { TakeInError } from "../../core/ticket/index.ts";
import {
  answersWords,
  capital,
  learntOnWords,
  NEW_MODEL_WORDS,
  PART_KIND_WORDS,
} from "../../core/words/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { addVersion, currentHash, guideIds, guideVersion } from "../../data/guide/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";

/** Writes down a machine that no guide answers to: the first version of a guide that is to be learnt. */
export async function addModel(
  act: Act,
  model: NewModel,
  parts: readonly string[],
): Promise<Result<true, TakeInError>> {
  const { db } = act;
  const stranger = parts.find((kind) => !isPartKind(kind));
  if (stranger !== undefined) return fail({ type: "part-not-here", part: stranger });
  const kinds = parts.filter(isPartKind);
  const taken = new Set(await guideIds(db));
  const machine = {
    id: idFrom(`${model.maker} ${model.model}`, (id) => taken.has(id)),
    maker: model.maker,
    model: model.model,
    codes: [model.code],
    recognise: NEW_MODEL_WORDS.recognise,
  };
  const sightings = firstSightings(model, kinds, (kind) => capital(PART_KIND_WORDS[kind]));
  const stamp = { ...stampOf(act), why: NEW_MODEL_WORDS.why };
  const added = await db.write((transaction) =>
    addVersion(db, learntGuide({ machine, sightings }), [], stamp, transaction),
  );
  return "type" in added ? fail({ type: "code-not-known", code: model.code }) : ok(true);
}

/** What was answered about a learnt guide, as its next version. */
export async function keepAnswers(
  act: Act,
  guideId: string,
  entered: unknown,
): Promise<Result<true, "guide-unknown" | "answers-broken">> {
  allow(act, "guide");
  const { db } = act;
  const answers = readAnswers(entered);
  if (!answers.ok) return fail("answers-broken");
  const { at, by } = stampOf(act);
  const told = answers.value.map((one) => ({ ...one, at, by }));
  return db.write(async (transaction) => {
    const before = await learntNow(db, guideId, transaction);
    if (!before) return fail("guide-unknown");
    const stamp = { at, by, why: answersWords(told.length) };
    await addVersion(db, before.with(told), [], stamp, transaction);
    return ok(true);
  });
}

/**
 * What a job taught of its machine, as the next version of the guide it is learnt in; none when it says nothing new.
 * What other jobs taught meanwhile stays. A machine that was opened once more adds what the last time taught.
 */
export async function keepLearnt(
  db: Database,
  guideId: string,
  events: readonly LedgerEvent[],
  { ticket, at, by }: { readonly ticket: number; readonly at: string; readonly by: string },
  transaction: Transaction,
): Promise<void> {
  const before = await learntNow(db, guideId, transaction);
  if (!before) return;
  const all = asSightings(sightingsIn(events));
  const last = all.slice(1 + all.findLastIndex((one) => one.do === "closed"));
  const next = before.with([{ do: "closed" }, ...last]);
  if (guideChanges({ ...before.guide, learnt: [] }, { ...next, learnt: [] }).length === 0) return;
  await addVersion(db, next, [], { at, by, why: learntOnWords(ticket) }, transaction);
}

/** A guide that is learnt as it is now, and as it is with more; undefined for one that was written. */
async function learntNow(db: Database, guideId: string, transaction: Transaction) {
  const hash = await currentHash(db, guideId, transaction);
  const now = hash === undefined ? undefined : await guideVersion(db, hash);
  const known = now?.ok ? sightingsOf(now.value) : undefined;
  if (!now?.ok || !known) return undefined;
  const guide = now.value;
  return {
    guide,
    with: (more: readonly Sighting[]): Guide =>
      learntGuide({ machine: machineOf(guide), sightings: [...known, ...more] }),
  };
}
