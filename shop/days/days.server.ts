import { fail, ok, type Result } from "../../core/base/result.ts";
import { type Days, HORIZON, type Question, supposed, type WhatIf } from "../../core/days/index.ts";
import { learntFrom, marksOf } from "../../core/minutes/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { clockMinutes, dayAfter, partsNeeded } from "../../core/ticket/index.ts";
import { reader, readJson } from "../../core/base/ajv.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";
import { currentHash, guideOfCode, modelFor } from "../../data/guide/index.server.ts";
import { talliesFor } from "../../data/minutes/index.server.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { ticketFacts } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { today, type Shop } from "../open.server.ts";
import { daysAside, earliestAside, planFor } from "../plan/index.server.ts";
import { hoursOf } from "./hours.server.ts";
import { worksLeft } from "./works.server.ts";

const readPins = reader<readonly number[]>({
  type: "array",
  maxItems: 200,
  items: { type: "integer", minimum: 1 },
});

/** Tickets that somebody put first, in their order. */
async function pinsOf(db: Database): Promise<readonly number[]> {
  const read = readJson(readPins, (await setting(db, "pins")) ?? "[]");
  return read.ok ? read.value : [];
}

/** Puts a ticket first among those that were put first (or lets go of it); those that are closed are forgotten. */
export async function pin(
  act: Act,
  ticket: number,
  isFirst: boolean,
): Promise<Result<void, { readonly type: "ticket-unknown" }>> {
  allow(act, "pin");
  const { db } = act;
  const facts = await ticketFacts(db, ticket);
  if (!facts || facts.waits === "nothing") return fail({ type: "ticket-unknown" });
  const rest: number[] = [];
  for (const other of await pinsOf(db)) {
    const still = other !== ticket && (await ticketFacts(db, other))?.waits !== "nothing";
    if (still) rest.push(other);
  }
  const pins = isFirst ? [ticket, ...rest] : rest;
  await db.write(async (transaction) => {
    await keepSetting(db, "pins", JSON.stringify(pins), transaction);
    await addRecord(db, stampOf(act), { what: "setting", key: "pins" }, transaction);
  });
  return ok(undefined);
}

/** The clock is taken to this many minutes: within them the answer is the same one. */
const STEP = 10;

/** The shop as it stands now, to be asked about. */
async function questionNow(shop: Shop, at: Date): Promise<Question> {
  const { db, zone } = shop;
  const day = today(shop);
  const [works, hours, pins] = await Promise.all([worksLeft(db, day), hoursOf(db), pinsOf(db)]);
  const now = Math.floor(clockMinutes(at, zone) / STEP) * STEP;
  return { works, at: { today: day, now, hours }, pins };
}

interface Known {
  readonly key: string;
  readonly question: Question;
  readonly days: Days;
}
const last = new WeakMap<Database, Known>();
const underWay = new WeakMap<Database, { readonly key: string; readonly making: Promise<Known> }>();

/** The days as they stand: worked out once for as long as nothing changes. */
async function known(shop: Shop, at: Date): Promise<Known> {
  const question = await questionNow(shop, at);
  const key = JSON.stringify(question);
  const kept = last.get(shop.db);
  if (kept?.key === key) return kept;
  const other = underWay.get(shop.db);
  if (other?.key === key) return other.making;
  const making = daysAside(question).then((days) => {
    const made = { key, question, days };
    last.set(shop.db, made);
    return made;
  });
  underWay.set(shop.db, { key, making });
  return making.finally(() => {
    if (underWay.get(shop.db)?.making === making) underWay.delete(shop.db);
  });
}

export interface DaysPage {
  readonly question: Question;
  readonly days: Days;
  /** The same shop if something went otherwise. */
  readonly other: Days | undefined;
  /** Days late all promises together, had nobody put anything first; undefined: nobody has. */
  readonly unpinned: number | undefined;
}

export async function daysPage(shop: Shop, at: Date, what: WhatIf | undefined): Promise<DaysPage> {
  const { question, days } = await known(shop, at);
  const free = (question.pins ?? []).length > 0 ? { ...question, pins: [] } : undefined;
  const [other, unpinned] = await Promise.all([
    what && daysAside(supposed(question, what)),
    free && daysAside(free),
  ]);
  return { question, days, other, unpinned: unpinned?.lateness };
}

/**
 * The odds of each promise by ticket, as they were last worked out; they are worked out anew aside, and nobody waits for
 * that.
 */
export function oddsNow(shop: Shop, at: Date): Readonly<Record<number, number>> {
  void known(shop, at).catch(() => undefined);
  const kept = last.get(shop.db);
  return Object.fromEntries((kept?.days.promises ?? []).map(({ ticket, odds }) => [ticket, odds]));
}

/** The days by which a machine that is taken in now can be fetched: in one of two, and in nine of ten simulated shops. */
export async function earliest(
  shop: Shop,
  at: Date,
  code: string,
  job: Job,
): Promise<{ readonly likely: string; readonly sure: string } | undefined> {
  const { db } = shop;
  const found = await guideOfCode(db, code);
  const version = found && (await currentHash(db, found.guideId));
  if (!found || version === undefined) return undefined;
  const model = await modelFor(db, version, found.code);
  const plan = await planFor(db, { version, code: found.code }, job);
  if (!model.ok || !plan.ok) return undefined;
  const learnt = learntFrom(await talliesFor(db, ""));
  const { down, up } = plan.value;
  const marks = marksOf(model.value.guide, [...down, ...up], learnt, "");
  const { question, days } = await known(shop, at);
  const order = days.promises.map(({ ticket }) => ticket);
  const parts = partsNeeded(job).length > 0 ? { part: { likeliest: 2, late: 5 } } : {};
  const { likely, sure } = await earliestAside({
    question: { ...question, order },
    fresh: { ...marks, ...parts, soaks: true, unanswered: false },
  });
  if (sure >= HORIZON) return undefined;
  const { today: day } = question.at;
  return { likely: dayAfter(day, likely), sure: dayAfter(day, sure) };
}
