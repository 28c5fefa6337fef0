import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "../../core/base/result.ts";
import { sightingsIn, type LedgerEvent } from "../../core/bench/index.ts";
import { guideChanges, isPartKind } from "../../core/guide/index.ts";
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
import { addVersion, currentHash, guideVersion } from "../../data/guide/index.server.ts";
import { stampOf, type Act } from "../act.server.ts";

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
  const taken = new Set((await db.tables.guides.findAll({ raw: true })).map(({ id }) => id));
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
  const { db } = act;
  const answers = readAnswers(entered);
  if (!answers.ok) return fail("answers-broken");
  const { at, by } = stampOf(act);
  return db.write(async (transaction) => {
    const hash = await currentHash(db, guideId, transaction);
    const now = hash === undefined ? undefined : await guideVersion(db, hash);
    const known = now?.ok ? sightingsOf(now.value) : undefined;
    if (!now?.ok || !known) return fail("guide-unknown");
    const told = answers.value.map((one) => ({ ...one, at, by }));
    const next = learntGuide({ machine: machineOf(now.value), sightings: [...known, ...told] });
    await addVersion(db, next, [], { at, by, why: answersWords(told.length) }, transaction);
    return ok(true);
  });
}

/**
 * What a job taught of its machine, as the next version of the guide it is learnt in; none when it says nothing new.
 * What other jobs taught meanwhile stays.
 */
export async function keepLearnt(
  db: Database,
  guideId: string,
  events: readonly LedgerEvent[],
  { ticket, at, by }: { readonly ticket: number; readonly at: string; readonly by: string },
  transaction: Transaction,
): Promise<void> {
  const hash = await currentHash(db, guideId, transaction);
  const now = hash === undefined ? undefined : await guideVersion(db, hash);
  if (!now?.ok) return;
  const known = sightingsOf(now.value);
  if (!known) return;
  const sightings: readonly Sighting[] = [
    ...known,
    { do: "closed" },
    ...asSightings(sightingsIn(events)),
  ];
  const next = learntGuide({ machine: machineOf(now.value), sightings });
  if (guideChanges({ ...now.value, learnt: [] }, { ...next, learnt: [] }).length === 0) return;
  await addVersion(db, next, [], { at, by, why: learntOnWords(ticket) }, transaction);
}
