import { DAY_MINUTES as DAY } from "./hours.ts";
import type { Draw, ShopRun } from "./shop-run.ts";

/**
 * Lateness of an order, in days late by their weights a draw, all tickets together; and a trace of when they are done, so
 * that of equals the earlier is better.
 */
export function latenessOf(run: ShopRun, order: readonly number[], draws: readonly Draw[]): number {
  let sum = 0;
  for (const draw of draws) {
    const done = run.run(order, draw);
    for (let j = 0; j < done.length; j++) {
      const at = Math.min(done[j]!, FAR);
      sum += run.weight[j]! * Math.max(0, at - run.due[j]!) + TRACE * at;
    }
  }
  return sum / draws.length / DAY;
}

/** What is not in sight is as late as can be. */
const FAR = 200 * DAY;
/** A day earlier for a ticket that is in time is worth so many days of lateness. */
const TRACE = 1e-4;

/** How long a ticket could wait for its turn and still be in time, minutes of one person's work; by its 80 % mark. */
export function slackOf(run: ShopRun, j: number): number {
  const { eighty, soaks, part } = run.works[j]!;
  const { now, hours } = run.at;
  const from = Math.max(now, part ? part.likeliest * DAY : 0);
  const due = run.due[j]! - (soaks ? hours.soakHours * 60 : 0);
  const room = Math.max(0, ...run.working.map((one) => one.worked(due) - one.worked(from)));
  return room - eighty - (due < from ? from - due : 0);
}

/** The order of a rule: what lies open, what a person pinned in their order, then the rest by the least of something. */
function byRule(
  run: ShopRun,
  pins: readonly number[],
  rule: (j: number) => number,
): readonly number[] {
  const slack = run.works.map((_, j) => rule(j));
  const rank = run.works.map(({ ticket, open }) => {
    if (open) return -1;
    const pin = pins.indexOf(ticket);
    return pin < 0 ? pins.length : pin;
  });
  return run.works
    .map((_, j) => j)
    .sort(
      (a, b) =>
        rank[a]! - rank[b]! || slack[a]! - slack[b]! || run.works[a]!.ticket - run.works[b]!.ticket,
    );
}

/** Why a ticket stands where it stands. */
export type Why =
  | { readonly type: "open" }
  | { readonly type: "pinned" }
  /** Its part is not here yet: days from today. */
  | { readonly type: "part"; readonly day: number }
  | { readonly type: "unanswered" }
  /** So many minutes to spare before its promise; negative: too few. */
  | { readonly type: "slack"; readonly minutes: number }
  /** Brought forward (or put back) from where its slack has it: all promises together are kept better so. */
  | { readonly type: "bettered"; readonly forward: boolean }
  | { readonly type: "soaking" };

export interface Ordered {
  /** Indexes into the works, the first to be begun first. */
  readonly order: readonly number[];
  readonly whys: readonly Why[];
  /** Days late a simulated shop, all tickets together. */
  readonly lateness: number;
  /** No order is less late than this. */
  readonly bound: number;
  /** Whether every order was looked at. */
  readonly exact: boolean;
}

/** Orders that are all looked at, and how many are tried beyond that. */
const MOST_EXACT = 6;
const TRIES = 400;
/** Runs of a single ticket that the search may take: what 200 tickets get in under a second. */
const MOST_RUNS = 1_200_000;

/**
 * The order of work with the least expected lateness that was found: by slack or by promise, whichever is better,
 * bettered by moving one ticket at a time while that helps; of few tickets every order is looked at. Stands beside a
 * bound that no order goes under.
 */
export function orderOf(
  run: ShopRun,
  draws: readonly Draw[],
  pins: readonly number[] = [],
): Ordered {
  const bySlack = byRule(run, pins, (j) => slackOf(run, j));
  const byPromise = byRule(run, pins, (j) => run.works[j]!.promised);
  const ruled =
    latenessOf(run, byPromise, draws) < latenessOf(run, bySlack, draws) ? byPromise : bySlack;
  const fixed = ruled.filter((j) => isFixed(run, j, pins)).length;
  const free = ruled.slice(fixed).filter((j) => run.works[j]!.half > 0);
  const idle = ruled.slice(fixed).filter((j) => run.works[j]!.half === 0);
  const head = [...ruled.slice(0, fixed), ...idle];
  const exact = free.length <= MOST_EXACT;
  const found = exact ? bestOf(run, head, free, draws) : bestBettered(run, head, free, draws);
  return {
    ...found,
    whys: found.order.map((j, at) => whyOf(run, j, pins, ruled.indexOf(j) - at)),
    bound: boundOf(run, draws),
    exact,
  };
}

const isFixed = ({ works }: ShopRun, j: number, pins: readonly number[]): boolean =>
  works[j]!.open || pins.includes(works[j]!.ticket);

function whyOf(run: ShopRun, j: number, pins: readonly number[], moved: number): Why {
  const { open, ticket, half, part, unanswered } = run.works[j]!;
  if (half === 0) return { type: "soaking" };
  if (open) return { type: "open" };
  if (pins.includes(ticket)) return { type: "pinned" };
  if (unanswered) return { type: "unanswered" };
  if (part && part.likeliest > 0) return { type: "part", day: part.likeliest };
  if (moved !== 0) return { type: "bettered", forward: moved > 0 };
  return { type: "slack", minutes: slackOf(run, j) };
}

interface Found {
  readonly order: readonly number[];
  readonly lateness: number;
}

/** The best of all orders of the free ones, by looking at each. */
function bestOf(
  run: ShopRun,
  head: readonly number[],
  free: readonly number[],
  draws: readonly Draw[],
): Found {
  let best: Found | undefined;
  const rest = [...free];
  const go = (order: readonly number[]): void => {
    if (order.length === head.length + free.length) {
      const lateness = latenessOf(run, order, draws);
      if (!best || lateness < best.lateness - 1e-9) best = { order, lateness };
      return;
    }
    for (const [i, j] of rest.entries()) {
      rest.splice(i, 1);
      go([...order, j]);
      rest.splice(i, 0, j);
    }
  };
  go(head);
  return best!;
}

/** Few enough that each place is tried for each ticket, from several beginnings. */
const FEW = 20;

/** Of few tickets the best of what several rules are bettered to: by the rule, by promise, by work for its weight. */
function bestBettered(
  run: ShopRun,
  head: readonly number[],
  free: readonly number[],
  draws: readonly Draw[],
): Found {
  const begin = (rest: readonly number[]): Found =>
    bettered(run, [...head, ...rest], head.length, draws);
  const first = begin(free);
  if (free.length > FEW) return first;
  const by = (rank: (j: number) => number) => [...free].sort((a, b) => rank(a) - rank(b));
  const { works, due } = run;
  const others = [by((j) => due[j]!), by((j) => works[j]!.half / works[j]!.weight)];
  return others.map(begin).reduce((a, b) => (b.lateness < a.lateness - 1e-9 ? b : a), first);
}

/** Another order, by something done with what stands at a place; undefined: it would leave the free ones. */
type Move = (order: readonly number[], at: number, fixed: number) => readonly number[] | undefined;

/** Takes it so many places on, or back; no further than there are. */
const taken =
  (by: number): Move =>
  (order, at, fixed) => {
    const to = Math.min(order.length - 1, Math.max(fixed, at + by));
    if (to === at) return undefined;
    const moved = [...order];
    moved.splice(to, 0, ...moved.splice(at, 1));
    return moved;
  };

/** Exchanges it with what stands so many places on. */
const exchanged =
  (by: number): Move =>
  (order, at) => {
    const to = at + by;
    return to < order.length ? order.with(at, order[to]!).with(to, order[at]!) : undefined;
  };

/** What is tried for each ticket: of few every place, and then every exchange; of many a few places. */
function movesFor(count: number): readonly Move[] {
  if (count > FEW) return [-1, -2, -4, -8, -16, 1, 3].map(taken);
  const far = Array.from({ length: count - 1 }, (_, i) => i + 1);
  // One place on is the same as an exchange.
  return [...far.flatMap((by) => [taken(-by), taken(by)]), ...far.slice(1).map(exchanged)];
}

/** An order bettered by one move at a time, the latest tickets first, until nothing helps or time is up. */
function bettered(
  run: ShopRun,
  start: readonly number[],
  fixed: number,
  draws: readonly Draw[],
): Found {
  let order = start;
  let lateness = latenessOf(run, order, draws);
  const moves = movesFor(order.length);
  let tries = Math.min(TRIES, Math.floor(MOST_RUNS / (order.length * draws.length)));
  for (let helped = true; helped && tries > 0;) {
    helped = false;
    const late = byLateness(run, order, draws);
    const rest = order.length <= FEW ? order.filter((j) => !late.includes(j)) : [];
    for (const j of [...late, ...rest].filter((one) => order.indexOf(one) >= fixed)) {
      const at = order.indexOf(j);
      for (const move of moves) {
        const tried = tries > 0 ? move(order, at, fixed) : undefined;
        if (!tried) continue;
        tries -= 1;
        const other = latenessOf(run, tried, draws);
        if (other >= lateness - 1e-9) continue;
        [order, lateness, helped] = [tried, other, true];
        break;
      }
    }
  }
  return { order, lateness };
}

/** The works that are late in these draws, the latest first; none: nothing is to be bettered. */
function byLateness(run: ShopRun, order: readonly number[], draws: readonly Draw[]): number[] {
  const late = new Float64Array(run.works.length);
  for (const draw of draws) {
    const done = run.run(order, draw);
    for (let j = 0; j < late.length; j++) {
      late[j]! += run.weight[j]! * Math.max(0, Math.min(done[j]!, FAR) - run.due[j]!);
    }
  }
  return order.filter((j) => late[j]! > 0).sort((a, b) => late[b]! - late[a]!);
}

/**
 * A bound on the lateness of every order, the mean over the draws of the larger of two: each ticket as if it had the shop
 * to itself; and the whole shop as one that shares its people out without loss, the shortest work first, its k-th
 * completion set beside the k-th promise (a sum of positive parts is least when both are sorted), each at the least weight.
 */
export function boundOf(run: ShopRun, draws: readonly Draw[]): number {
  const { works, working, at } = run;
  const soak = works.map(({ soaks }) => (soaks ? at.hours.soakHours * 60 : 0));
  const least = Math.min(...soak);
  const dues = Float64Array.from(run.due).sort();
  const lightest = Math.min(...works.map(({ weight }) => weight));
  let sum = 0;
  for (const draw of draws) {
    const alone = works.map(({ half }, j) => {
      if (half === 0) return at.now + soak[j]!;
      const ends = working.map((one) => one.finish(one.next(draw.ready[j]!), draw.minutes[j]!));
      return Math.min(FAR, Math.min(...ends) + soak[j]!);
    });
    const single = works.reduce(
      (all, { weight }, j) => all + (weight * Math.max(0, alone[j]! - run.due[j]!)) / DAY,
      0,
    );
    const sorted = works
      .map(({ half }, j) => (half === 0 ? 0 : draw.minutes[j]!))
      .sort((a, b) => a - b);
    let worked = 0;
    let shared = 0;
    for (const [k, minutes] of sorted.entries()) {
      worked += minutes;
      const done = pooled(run, worked) + least;
      shared += (lightest * Math.max(0, Math.min(done, FAR) - dues[k]!)) / DAY;
    }
    sum +=
      Math.max(single, shared) + works.reduce((all, _, j) => all + (TRACE * alone[j]!) / DAY, 0);
  }
  return sum / Math.max(1, draws.length);
}

/** When all people together have worked so many minutes from now on; Infinity: not in sight. */
function pooled({ working, at }: ShopRun, minutes: number): number {
  let [low, high] = [at.now, FAR];
  const before = working.reduce((all, one) => all + one.worked(at.now), 0);
  const by = (time: number) => working.reduce((all, one) => all + one.worked(time), 0) - before;
  if (by(high) < minutes) return Infinity;
  while (high - low > 0.5) {
    const middle = (low + high) / 2;
    if (by(middle) >= minutes) high = middle;
    else low = middle;
  }
  return low;
}
