import { seeded } from "../../core/base/seeded.ts";
import {
  daysOf,
  earliestDay,
  type PersonHours,
  type ShopHours,
  USUAL_SHOP,
  USUAL_WEEK,
  type WorkLeft,
} from "../../core/days/index.ts";
import { boundOf, orderOf } from "../../core/days/order.ts";
import { drawsOf, partDay, ShopRun, type ShopNow } from "../../core/days/shop-run.ts";
import { dayAfter } from "../../core/ticket/index.ts";
import { measureSmallDays } from "./days-exact.ts";
import { ms, print, quantile, timed } from "./report.ts";

const MONDAY = "2026-01-05";
const OPENS = 9 * 60;
const DAY = 1440;
const DAYS = 91;
const TICKETS = 600;
/** Shops that stand for the odds of a morning: more only make them smoother. */
const SHOPS = 400;

const person = (id: string): PersonHours => ({ id, week: USUAL_WEEK, off: [] });
/** Three benches, four people who each are away for a week of the quarter. */
const HOURS: ShopHours = {
  ...USUAL_SHOP,
  people: ["a", "b", "c", "d"].map((id, i) => ({
    ...person(id),
    off: [{ from: dayAfter(MONDAY, 14 + 21 * i), to: dayAfter(MONDAY, 20 + 21 * i) }],
  })),
};

/** A ticket of the quarter, with what it will turn out to take, which nobody knows. */
interface Fated {
  readonly ticket: number;
  readonly comes: number;
  readonly promised: number;
  readonly half: number;
  readonly eighty: number;
  readonly part: { readonly likeliest: number; readonly late: number } | undefined;
  readonly minutes: number;
  readonly partComes: number;
}

function quarter(seed: number, load: number): readonly Fated[] {
  const random = seeded(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const workDays = Array.from({ length: DAYS }, (_, day) => day).filter((day) => day % 7 < 5);
  return Array.from({ length: TICKETS }, (_, i): Fated => {
    const comes = workDays[Math.floor((i * workDays.length) / TICKETS)]!;
    const half = load * (25 * Math.exp(1.1 * normal()) + 60);
    const spread = 0.35;
    const likeliest = 1 + Math.floor(3 * random());
    const part =
      random() < 0.5 ? { likeliest, late: likeliest + 1 + Math.floor(4 * random()) } : undefined;
    return {
      ticket: 1000 + i,
      comes,
      promised: comes + (part ? likeliest : 0) + 1 + Math.floor(4 * random()),
      half,
      eighty: half * Math.exp(0.8416 * spread),
      part,
      minutes: half * Math.exp(spread * normal()),
      partComes: comes + (part ? partDay(part, random()) : 0),
    };
  });
}

/** How a shop orders its work on a morning: indexes into what is there. */
type Policy = (works: readonly WorkLeft[], at: ShopNow) => readonly number[];

const by =
  (rank: (work: WorkLeft) => number): Policy =>
  (works) =>
    works
      .map((_, j) => j)
      .sort(
        (a, b) =>
          Number(works[b]!.open) - Number(works[a]!.open) ||
          rank(works[a]!) - rank(works[b]!) ||
          works[a]!.ticket - works[b]!.ticket,
      );

const POLICIES: Readonly<Record<string, Policy>> = {
  "first in, first out": by(({ ticket }) => ticket),
  "earliest promise first": by(({ promised }) => promised),
  "least expected lateness": (works, at) => {
    const run = new ShopRun(works, at);
    return orderOf(run, drawsOf(works, at, 40)).order;
  },
};

interface Said {
  readonly ticket: number;
  readonly odds: number;
}
interface Quarter {
  /** Days late by ticket; 0: in time. */
  readonly late: ReadonlyMap<number, number>;
  /** What was said of promises on mornings, and of the day offered at the counter. */
  readonly said: readonly Said[];
  readonly offered: ReadonlyMap<number, number>;
  readonly doneOn: ReadonlyMap<number, number>;
}

interface Going {
  readonly fated: Fated;
  worked: number;
  open: boolean;
}

/** A quarter gone through morning by morning: the order is made by what is known, the day goes by what will be. */
function live(fate: readonly Fated[], policy: Policy, isAsked: boolean): Quarter {
  const going: Going[] = [];
  const late = new Map<number, number>();
  const doneOn = new Map<number, number>();
  const offered = new Map<number, number>();
  const said: Said[] = [];
  for (let day = 0; day < DAYS * 2 && (day < DAYS || going.length > 0); day++) {
    const at: ShopNow = { today: dayAfter(MONDAY, day), now: OPENS, hours: HOURS };
    const fresh = fate.filter(({ comes }) => comes === day);
    if (isAsked) {
      const works = going.map((one) => believed(one, day));
      for (const one of fresh) {
        const { sure } = earliestDay({ works, at }, freshOf(one), SHOPS);
        offered.set(one.ticket, day + sure);
        works.push(believed({ fated: one, worked: 0, open: false }, day));
      }
    }
    going.push(...fresh.map((fated) => ({ fated, worked: 0, open: false })));
    if (day % 7 >= 5 || going.length === 0) continue;
    const works = going.map((one) => believed(one, day));
    const order = policy(works, at);
    if (isAsked) {
      const tickets = order.map((j) => works[j]!.ticket);
      for (const { ticket, odds } of daysOf({ works, at, order: tickets }, SHOPS).promises) {
        said.push({ ticket, odds });
      }
    }
    goOn(going, order, at, day, (ticket, promised, on, by) => {
      doneOn.set(ticket, on);
      late.set(ticket, Math.max(0, by - promised));
    });
  }
  return { late, said, offered, doneOn };
}

/** What is believed of a ticket on a morning. */
function believed({ fated, worked, open }: Going, day: number): WorkLeft {
  const { ticket, promised, half, eighty, part, partComes } = fated;
  const left = Math.max(0.1, 1 - worked / half);
  const isHere = part === undefined || partComes <= day - 1 || open;
  return {
    ticket,
    promised: promised - day,
    half: half * left,
    eighty: eighty * left,
    soaks: true,
    unanswered: false,
    weight: 1,
    open,
    ...(isHere
      ? {}
      : {
          part: {
            likeliest: Math.max(0, fated.comes + part.likeliest - day),
            late: Math.max(0, fated.comes + part.late - day),
          },
        }),
  };
}

const freshOf = ({ half, eighty, part }: Fated) => ({
  half,
  eighty,
  soaks: true,
  unanswered: false,
  weight: 1,
  ...(part ? { part } : {}),
});

/** One day as it will be: who is done leaves, who was begun lies open. */
function goOn(
  going: Going[],
  order: readonly number[],
  at: ShopNow,
  day: number,
  onDone: (ticket: number, promised: number, on: number, by: number) => void,
): void {
  const works = going.map((one) => believed(one, day));
  const run = new ShopRun(works, at);
  const minutes = Float64Array.from(going, ({ fated, worked }) =>
    Math.max(1, fated.minutes - worked),
  );
  const ready = Float64Array.from(going, ({ fated, open }) =>
    open || fated.part === undefined ? OPENS : Math.max(OPENS, (fated.partComes - day) * DAY + 600),
  );
  const gone = new Set<Going>();
  run.run(order, { minutes, ready }, ({ ticket, pieces, done }) => {
    const one = going.find(({ fated }) => fated.ticket === ticket)!;
    const today = pieces.filter(([from]) => from < DAY);
    if (today.length === 0) return;
    one.open = true;
    one.worked += today.reduce((sum, [from, to]) => sum + Math.min(to, DAY) - from, 0);
    if (pieces.at(-1)![1] > DAY) return;
    gone.add(one);
    const on = day + run.dayOf(done);
    onDone(ticket, one.fated.promised, on, on);
  });
  for (let i = going.length - 1; i >= 0; i--) if (gone.has(going[i]!)) going.splice(i, 1);
}

/** A quarter of a shop by three ways of ordering its work, on the same tickets; odds beside what came true; speed. */
export async function measureDays(): Promise<void> {
  print("\n## Days\n");
  print(
    `A quarter of three benches and four people (each away for a week), ${TICKETS} tickets, half of them with parts that come late as ` +
      "they say or later. Every morning the work is ordered by what is known; then the day goes as it was drawn. Same tickets for all; five quarters. Busy: all work takes a quarter longer.\n",
  );
  print("| shop | order of work | late tickets | days late, all | worst, days |");
  print("| --- | --- | ---: | ---: | ---: |");
  const seeds = [11, 12, 13, 14, 15];
  const said: (Said & { readonly kept: boolean })[] = [];
  let [offers, held] = [0, 0];
  for (const [shop, load] of LOADS) {
    for (const [name, policy] of Object.entries(POLICIES)) {
      const isAsked = load === 1 && name === "least expected lateness";
      const all = seeds.flatMap((seed) => {
        const { late, said: told, offered, doneOn } = live(quarter(seed, load), policy, isAsked);
        for (const one of told) said.push({ ...one, kept: late.get(one.ticket) === 0 });
        for (const [ticket, day] of offered) {
          offers += 1;
          if ((doneOn.get(ticket) ?? Infinity) <= day) held += 1;
        }
        return [...late.values()];
      });
      const sum = all.reduce((a, b) => a + b, 0);
      print(
        `| ${shop} | ${name} | ${all.filter((days) => days > 0).length} of ${all.length} | ${sum} | ${Math.max(...all)} |`,
      );
    }
  }
  print("\n| odds that were said of a morning | said | kept |");
  print("| --- | ---: | ---: |");
  for (const [from, to] of BANDS) {
    const within = said.filter(({ odds }) => odds >= from && odds < to);
    const kept = within.filter((one) => one.kept).length;
    const mean = within.reduce((sum, { odds }) => sum + odds, 0) / Math.max(1, within.length);
    print(
      `| ${(100 * from).toFixed(0)} to ${(100 * Math.min(1, to)).toFixed(0)} % (mean ${(100 * mean).toFixed(1)} %) | ${within.length} | ${((100 * kept) / Math.max(1, within.length)).toFixed(1)} % |`,
    );
  }
  print(
    `\nThe day offered at the counter held for ${held} of ${offers} (${((100 * held) / offers).toFixed(1)} %; at least 90 % is meant: ` +
      "days are whole, so most hold oftener).\n",
  );
  measureSpeed();
  await measureSmallDays();
}

/** How much longer the work takes than in a shop that keeps up well. */
const LOADS = [
  ["keeps up", 1],
  ["busy", 1.25],
] as const;

const BANDS = [
  [0.05, 0.25],
  [0.25, 0.5],
  [0.5, 0.75],
  [0.75, 0.87],
  [0.87, 0.93],
  [0.93, 0.99],
] as const;

/** So many open tickets, in time and over it. */
function measureSpeed(): void {
  for (const count of [20, 80, 200]) {
    const random = seeded(count);
    const works = Array.from({ length: count }, (_, i): WorkLeft => {
      const half = 20 + 100 * random();
      return {
        ticket: i + 1,
        promised: Math.floor((random() * count) / 9),
        half,
        eighty: half * 1.35,
        soaks: true,
        unanswered: random() < 0.2,
        weight: 1,
        open: i < 2,
      };
    });
    const at: ShopNow = {
      today: MONDAY,
      now: OPENS,
      hours: { ...HOURS, people: [1, 2, 3, 4].map((id) => person(String(id))) },
    };
    const order = timed(() => orderOf(new ShopRun(works, at), drawsOf(works, at, 40)));
    const whole = Array.from({ length: 5 }, () => timed(() => daysOf({ works, at })).ms);
    const known = daysOf({ works, at }, 10).promises.map(({ ticket }) => ticket);
    const counter = Array.from(
      { length: 9 },
      () =>
        timed(() =>
          earliestDay(
            { works, at, order: known },
            { half: 45, eighty: 60, soaks: true, unanswered: false, weight: 1 },
          ),
        ).ms,
    );
    const bound = boundOf(new ShopRun(works, at), drawsOf(works, at, 40));
    print(
      `- ${count} open tickets: ordered in ${ms(order.ms)} ms (target 1000 at 200), ${order.value.lateness.toFixed(2)} days late, bound ${bound.toFixed(2)}; ` +
        `with the odds of 2,000 shops ${ms(quantile(whole, 0.5))} ms; the day at the counter, median of nine ${ms(quantile(counter, 0.5))} ms (target 300)`,
    );
  }
}
