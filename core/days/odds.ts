import { HORIZON } from "./hours.ts";
import { orderOf, type Why } from "./order.ts";
import { dayAfter } from "../ticket/index.ts";
import {
  drawsOf,
  likeliestDraw,
  type ShopNow,
  ShopRun,
  type Stay,
  type WorkLeft,
} from "./shop-run.ts";

/** Shops that are simulated for odds, and of these how many an order is judged by. */
export const SHOPS = 2_000;
const JUDGED_BY = 40;
/** A day is offered when it holds in so many of the simulated shops. */
const SURE = 0.9;

/** What is known of a ticket's promise. */
export interface Promised {
  readonly ticket: number;
  /** Share of simulated shops in which it can be fetched by its promised day. */
  readonly odds: number;
  /** The first day, from today, by which it can be fetched in half of them, and in nine of ten. */
  readonly likely: number;
  readonly sure: number;
  readonly why: Why;
}

/** Whether a promise is likelier broken than kept. */
export const isPoor = ({ odds }: Pick<Promised, "odds">): boolean => odds < 0.5;
/** Whether a promise is as good as a shop should make it. */
export const isGood = ({ odds }: Pick<Promised, "odds">): boolean => odds >= SURE;

export interface Days {
  /** In the order of work. */
  readonly promises: readonly Promised[];
  /** The shop as it goes if each work takes its half mark and each part comes on its likeliest day. */
  readonly stays: readonly Stay[];
  /** Days late a simulated shop, all tickets together; and what no order goes under. */
  readonly lateness: number;
  readonly bound: number;
  readonly exact: boolean;
}

export interface Question {
  readonly works: readonly WorkLeft[];
  readonly at: ShopNow;
  /** Tickets that a person put first, in their order. */
  readonly pins?: readonly number[];
  /** An order of work (tickets) to ask about as it is; without it the best that is found. */
  readonly order?: readonly number[];
}

/** The order of work, the odds of every promise, and how the days go. */
export function daysOf({ works, at, pins = [], order }: Question, shops = SHOPS): Days {
  const run = new ShopRun(works, at);
  const draws = drawsOf(works, at, shops);
  const ordered = orderOf(run, draws.slice(0, JUDGED_BY), pins);
  const indexes = order ? indexesOf(works, order) : ordered.order;
  const counts = works.map(() => new Uint32Array(HORIZON + 1));
  for (const draw of draws) {
    const done = run.run(indexes, draw);
    for (const [j, count] of counts.entries()) count[run.dayOf(done[j]!)]! += 1;
  }
  const promises = indexes.map((j, place): Promised => {
    const work = works[j]!;
    const why = ordered.whys[order ? ordered.order.indexOf(j) : place]!;
    return { ticket: work.ticket, ...shareOf(counts[j]!, work.promised, shops), why };
  });
  const { lateness, bound, exact } = ordered;
  return { promises, stays: staysOf(run, indexes), lateness, bound, exact };
}

const indexesOf = (works: readonly WorkLeft[], order: readonly number[]): readonly number[] => {
  const place = new Map(order.map((ticket, i) => [ticket, i]));
  const of = (j: number) => place.get(works[j]!.ticket) ?? order.length;
  return works.map((_, j) => j).sort((a, b) => of(a) - of(b));
};

function shareOf(count: Uint32Array, promised: number, shops: number) {
  const by = (share: number): number => {
    let sum = 0;
    for (const [day, n] of count.entries()) {
      sum += n;
      if (sum >= share * shops) return day;
    }
    return HORIZON;
  };
  let kept = 0;
  for (let day = 0; day <= Math.min(promised, HORIZON - 1); day++) kept += count[day]!;
  return { odds: kept / shops, likely: by(0.5), sure: by(SURE) };
}

function staysOf(run: ShopRun, order: readonly number[]): readonly Stay[] {
  const { works, at } = run;
  const stays: Stay[] = [];
  run.run(order, likeliestDraw(works, at), (stay) => stays.push(stay));
  return stays;
}

/**
 * The first day, from today, by which a machine that stands at the counter can be fetched in nine of ten simulated shops,
 * behind all that was promised before it; `HORIZON`: none is in sight.
 */
export function earliestDay(
  { works, at, pins = [], order: known }: Question,
  fresh: Omit<WorkLeft, "ticket" | "promised" | "open">,
  shops = SHOPS,
): { readonly likely: number; readonly sure: number } {
  const all = [...works, { ...fresh, ticket: 0, promised: HORIZON, open: false }];
  const run = new ShopRun(all, at);
  const draws = drawsOf(all, at, shops);
  const order = known
    ? indexesOf(works, known)
    : orderOf(new ShopRun(works, at), drawsOf(works, at, QUICK), pins).order;
  const count = new Uint32Array(HORIZON + 1);
  for (const draw of draws) {
    count[run.dayOf(run.run([...order, works.length], draw)[works.length]!)]! += 1;
  }
  const { likely, sure } = shareOf(count, 0, shops);
  return { likely, sure };
}
/** An order for a question at the counter is judged by fewer. */
const QUICK = 10;

/** What may go otherwise. */
export type WhatIf =
  | { readonly what: "part-late"; readonly ticket: number; readonly days: number }
  | { readonly what: "bench-lost" }
  | { readonly what: "ill"; readonly person: string; readonly days: number };

/** The same shop if something goes otherwise; the day of an illness is today's. */
export function supposed(question: Question, what: WhatIf): Question {
  const { works, at } = question;
  const { hours, today } = at;
  switch (what.what) {
    case "part-late":
      return {
        ...question,
        works: works.map((work) =>
          work.ticket === what.ticket && work.part
            ? {
                ...work,
                part: {
                  likeliest: Math.max(0, work.part.likeliest) + what.days,
                  late: Math.max(0, work.part.late) + what.days,
                },
              }
            : work,
        ),
      };
    case "bench-lost":
      return {
        ...question,
        at: { ...at, hours: { ...hours, benches: Math.max(1, hours.benches - 1) } },
      };
    case "ill": {
      const off = { from: today, to: dayAfter(today, what.days - 1) };
      const people = hours.people.map((one) =>
        one.id === what.person ? { ...one, off: [...one.off, off] } : one,
      );
      return { ...question, at: { ...at, hours: { ...hours, people } } };
    }
  }
}
