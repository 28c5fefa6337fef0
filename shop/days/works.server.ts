import { type Folded, stepsToCome } from "../../core/bench/index.ts";
import type { WorkLeft } from "../../core/days/index.ts";
import { neverOut } from "../../core/guide/index.ts";
import { type Learnt, learntFrom, marksOf } from "../../core/minutes/index.ts";
import { aboveLeast } from "../../core/plan/index.ts";
import {
  daysBetween,
  hasWay,
  type Order,
  partsNeeded,
  standOf,
  type Wait,
  type Work,
} from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { talliesFor } from "../../data/minutes/index.server.ts";
import { deedsOf, openTickets, type OpenTicket } from "../../data/ticket/index.server.ts";
import { readLedger, type OpenLedger } from "../bench/index.server.ts";
import { planFor } from "../plan/index.server.ts";

type Minutes = Pick<WorkLeft, "half" | "eighty" | "above">;

/** What is not known is taken for: a fault to find and mend, or a way that nobody has gone yet; work that has no steps. Minutes. */
export const UNKNOWN: Minutes = { half: 75, eighty: 150 };
const NO_STEPS: Minutes = { half: 30, eighty: 60 };
const NOTHING: Minutes = { half: 0, eighty: 0 };
/** A part that nobody has ordered yet, in days. */
export const NOT_ORDERED = { likeliest: 2, late: 5 };

/** Work whose customer is without a machine till it is done: a day late weighs twice there. */
const WITHOUT: ReadonlySet<Work> = new Set<Work>(["replace", "find"]);

/** Waits in which there is work of this shop left. */
const WITH_WORK: ReadonlySet<string> = new Set<Wait>([
  "finding",
  "customer",
  "part",
  "bench",
  "soak",
]);

/** What is left to be done about each open ticket. */
export async function worksLeft(db: Database, today: string): Promise<readonly WorkLeft[]> {
  const [tickets, rows] = await Promise.all([openTickets(db), talliesFor(db, "")]);
  const learnt = learntFrom(rows);
  const works: WorkLeft[] = [];
  for (const ticket of tickets.filter(({ waits }) => WITH_WORK.has(waits))) {
    works.push(await workLeft(db, ticket, today, learnt));
  }
  return works;
}

async function workLeft(
  db: Database,
  ticket: OpenTicket,
  today: string,
  learnt: Learnt,
): Promise<WorkLeft> {
  const { number, waits, promised, job, length, work } = ticket;
  const minutes = waits === "soak" ? NOTHING : await minutesLeft(db, ticket, learnt);
  const unanswered = waits === "customer" || waits === "finding";
  const needsParts = waits === "part" || (unanswered && partsNeeded(job).length > 0);
  const part = needsParts ? await partFor(db, number, today) : undefined;
  return {
    ticket: number,
    promised: daysBetween(today, promised),
    ...minutes,
    soaks: hasWay(job) && work !== "cosmetic",
    unanswered,
    weight: WITHOUT.has(work) ? 2 : 1,
    open: waits === "bench" && length > 0,
    ...(part ? { part } : {}),
  };
}

/** The day of the last part that is under way, or what one takes that is not ordered. */
async function partFor(db: Database, number: number, today: string) {
  const { orders, here } = standOf(await deedsOf(db, number));
  const coming = orders.filter(({ state }: Order) => state === "under-way");
  if (coming.length === 0) return here ? undefined : NOT_ORDERED;
  const last = (days: readonly string[]) => Math.max(...days.map((day) => daysBetween(today, day)));
  return {
    likeliest: last(coming.map(({ due }) => due)),
    late: last(coming.map(({ due, late }) => (late > due ? late : due))),
  };
}

/** Minutes by ticket as they were when it last changed; the shop's own times change them little in an hour. */
const known = new WeakMap<
  Database,
  Map<number, { readonly key: string; readonly minutes: Minutes }>
>();

async function minutesLeft(db: Database, ticket: OpenTicket, learnt: Learnt): Promise<Minutes> {
  const { number, job, length, waits } = ticket;
  if (!hasWay(job)) return waits === "finding" ? UNKNOWN : NO_STEPS;
  let all = known.get(db);
  if (!all) known.set(db, (all = new Map<number, { key: string; minutes: Minutes }>()));
  const key = JSON.stringify([job, length, Math.floor(Date.now() / 3_600_000)]);
  const kept = all.get(number);
  if (kept?.key === key) return kept.minutes;
  const ledger = await readLedger(db, number, "");
  // What cannot be read is that ticket's own trouble, and is said there. At a model that is still being learnt the steps
  // to come are not all the steps there will be.
  const isKnown = ledger.ok && neverOut(ledger.value.folded.model.guide, job.for).length === 0;
  const minutes = isKnown
    ? { ...marksOfLedger(ledger.value.folded, learnt), ...(await aboveOf(db, ledger.value)) }
    : UNKNOWN;
  all.set(number, { key, minutes });
  return minutes;
}

/** What the plan of a job that has not begun may be above the least; of one that has, nobody asks any more. */
async function aboveOf(
  db: Database,
  { guide, facts, written }: OpenLedger,
): Promise<Pick<Minutes, "above">> {
  const plan = written === 0 ? await planFor(db, guide, facts.job) : undefined;
  const above = plan?.ok ? aboveLeast(plan.value) : 0;
  return above > 0 ? { above } : {};
}

function marksOfLedger({ model, state }: Folded, learnt: Learnt): Minutes {
  const { half, eighty } = marksOf(model.guide, stepsToCome(model, state), learnt, "");
  // A bench that has nothing left to do but close still has to be looked at.
  return half > 0 ? { half, eighty } : { half: 1, eighty: 2 };
}
