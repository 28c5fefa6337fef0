import { fail, ok, type Result } from "../../core/base/result.ts";
import { type Days, HORIZON, type Question, supposed, type WhatIf } from "../../core/days/index.ts";
import { neverOut } from "../../core/guide/index.ts";
import { learntFrom, marksOf } from "../../core/minutes/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { clockMinutes, dayAfter, partsNeeded } from "../../core/ticket/index.ts";
import type { Transaction } from "sequelize";
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
import { NOT_ORDERED, UNKNOWN, worksLeft } from "./works.server.ts";

const readPins = reader<readonly number[]>({
  type: "array",
  maxItems: 200,
  items: { type: "integer", minimum: 1 },
});

/** Tickets that somebody put first, in their order. */
async function pinsOf(db: Database, transaction?: Transaction): Promise<readonly number[]> {
  const read = readJson(readPins, (await setting(db, "pins", transaction)) ?? "[]");
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
  await db.write(async (transaction) => {
    const rest: number[] = [];
    for (const other of await pinsOf(db, transaction)) {
      const isOpen = (await ticketFacts(db, other, transaction))?.waits !== "nothing";
      if (other !== ticket && isOpen) rest.push(other);
    }
    const pins = isFirst ? [ticket, ...rest] : rest;
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
  const [works, hours, pins] = await Promise.all([
    worksLeft(db, day),
    hoursOf(db, day),
    pinsOf(db),
  ]);
  const now = Math.floor(clockMinutes(at, zone) / STEP) * STEP;
  return { works, at: { today: day, now, hours }, pins };
}

interface Known {
  readonly key: string;
  readonly question: Question;
  readonly days: Days;
  /** Days late all promises together, had nobody put anything first; undefined: nobody has. */
  readonly unpinned: number | undefined;
}
const last = new WeakMap<Database, Known>();
const underWay = new WeakMap<
  Database,
  { readonly key: string; readonly making: Promise<Known | undefined> }
>();

/** The days as they stand: worked out once for as long as nothing changes; undefined: not in their time. */
async function known(shop: Shop, at: Date): Promise<Known | undefined> {
  const question = await questionNow(shop, at);
  const key = JSON.stringify(question);
  const kept = last.get(shop.db);
  if (kept?.key === key) return kept;
  const other = underWay.get(shop.db);
  if (other?.key === key) return other.making;
  const making = workOut(key, question).then((made) => {
    if (made) last.set(shop.db, made);
    return made;
  });
  underWay.set(shop.db, { key, making });
  return making.finally(() => {
    if (underWay.get(shop.db)?.making === making) underWay.delete(shop.db);
  });
}

async function workOut(key: string, question: Question): Promise<Known | undefined> {
  const free = (question.pins ?? []).length > 0 ? { ...question, pins: [] } : undefined;
  const [days, unpinned] = await Promise.all([daysAside(question), free && daysAside(free)]);
  return days && { key, question, days, unpinned: unpinned?.lateness };
}

export interface DaysPage extends Omit<Known, "key"> {
  /** The same shop if something went otherwise. */
  readonly other: Days | undefined;
}

/** The days, and beside them what is asked; undefined: the shop's workers have too much to do just now. */
export async function daysPage(
  shop: Shop,
  at: Date,
  what: WhatIf | undefined,
): Promise<DaysPage | undefined> {
  const found = await known(shop, at);
  if (!found) return undefined;
  const { question, days, unpinned } = found;
  const other = what && (await daysAside(supposed(question, what)));
  return { question, days, unpinned, other };
}

/** The counter looks anew at the days no oftener than this. */
const FRESH_MS = 15_000;
/** The last look, and whether it has come to its end. */
const looks = new WeakMap<Database, { readonly at: number; isOver: boolean }>();

export interface OddsNow {
  /** By ticket, as they were last worked out. */
  readonly odds: Readonly<Record<number, number>>;
  /** Whether they are being worked out anew: ask again in a moment. */
  readonly isAging: boolean;
}

/** The odds of each promise; they are worked out anew aside, and nobody waits for that. */
export function oddsNow(shop: Shop, at: Date): OddsNow {
  const { db } = shop;
  const now = performance.now();
  let look = looks.get(db);
  if (!look || now - look.at > FRESH_MS) {
    const begun = { at: now, isOver: false };
    looks.set(db, (look = begun));
    void known(shop, at)
      .catch(() => undefined)
      .finally(() => (begun.isOver = true));
  }
  const promises = last.get(db)?.days.promises ?? [];
  return {
    odds: Object.fromEntries(promises.map(({ ticket, odds }) => [ticket, odds])),
    isAging: !look.isOver,
  };
}

/** The days by which a machine that is taken in now can be fetched: in one of two, and in nine of ten simulated shops. */
export async function earliest(
  shop: Shop,
  at: Date,
  code: string,
  job: Job,
  asker?: AbortSignal,
): Promise<{ readonly likely: string; readonly sure: string } | undefined> {
  const { db } = shop;
  const found = await guideOfCode(db, code);
  const version = found && (await currentHash(db, found.guideId));
  if (!found || version === undefined) return undefined;
  const model = await modelFor(db, version, found.code);
  const plan = await planFor(db, { version, code: found.code }, job, asker);
  if (!model.ok || !plan.ok) return undefined;
  const learnt = learntFrom(await talliesFor(db, ""));
  const { down, up } = plan.value;
  const { guide } = model.value;
  const isStrange = neverOut(guide, job.for).length > 0;
  const marks = isStrange ? UNKNOWN : marksOf(guide, [...down, ...up], learnt, "");
  const stands = await known(shop, at);
  if (!stands) return undefined;
  const { question, days } = stands;
  const order = days.promises.map(({ ticket }) => ticket);
  const parts = partsNeeded(job).length > 0 ? { part: NOT_ORDERED } : {};
  const offer = await earliestAside({
    question: { ...question, order },
    fresh: { ...marks, ...parts, soaks: true, unanswered: false, weight: 1 },
  });
  if (!offer || offer.sure >= HORIZON) return undefined;
  const { today: day } = question.at;
  return { likely: dayAfter(day, offer.likely), sure: dayAfter(day, offer.sure) };
}
