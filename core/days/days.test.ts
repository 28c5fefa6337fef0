import { seeded } from "../base/seeded.ts";
import {
  daysOf,
  earliestDay,
  HORIZON,
  type PersonHours,
  type ShopHours,
  supposed,
  USUAL_SHOP,
  USUAL_WEEK,
  type WorkLeft,
} from "./index.ts";
import { boundOf, latenessOf, orderOf } from "./order.ts";
import { drawsOf, partDay, ShopRun, type Draw, type ShopNow } from "./shop-run.ts";

const MONDAY = "2026-11-30";
const person = (id: string, more: Partial<PersonHours> = {}): PersonHours => ({
  id,
  week: USUAL_WEEK,
  off: [],
  ...more,
});
const shopOf = (more: Partial<ShopHours> = {}): ShopHours => ({
  ...USUAL_SHOP,
  people: [person("ada"), person("ben")],
  ...more,
});
const NOW = 10 * 60;
const at = (more: Partial<ShopHours> = {}, now = NOW): ShopNow => ({
  today: MONDAY,
  now,
  hours: shopOf(more),
});
const work = (ticket: number, more: Partial<WorkLeft> = {}): WorkLeft => ({
  ticket,
  promised: 1,
  half: 60,
  eighty: 90,
  soaks: false,
  unanswered: false,
  weight: 1,
  open: false,
  ...more,
});

test("parts come on their likeliest day, mostly by the late one, and some after it", () => {
  const part = { likeliest: 2, late: 5 };
  const days = Array.from({ length: 10_000 }, (_, i) => partDay(part, i / 10_000));
  const share = (is: (day: number) => boolean) => days.filter(is).length / days.length;
  expect(share((day) => day === 2)).toBeCloseTo(0.6, 2);
  expect(share((day) => day <= 5)).toBeCloseTo(0.95, 2);
  expect(share((day) => day === 6)).toBeCloseTo(0.025, 2);
  expect(Math.max(...days)).toBeLessThan(20);
  expect(partDay({ likeliest: -3, late: -1 }, 0.1)).toBe(0);
  expect(partDay({ likeliest: -3, late: -1 }, 0.97)).toBe(1);
});

/** The same shop gone through minute by minute, for whole minutes: who is in, who is free, what is there. */
function naive(works: readonly WorkLeft[], now: ShopNow, order: readonly number[], draw: Draw) {
  const { hours } = now;
  const done = works.map(() => Infinity);
  const places = Array.from({ length: hours.soakPlaces }, () => now.now);
  const busy = hours.people.map(() => undefined as { j: number; left: number } | undefined);
  const put = (j: number, time: number) => {
    if (!works[j]!.soaks) return void (done[j] = time);
    const place = places.indexOf(Math.min(...places));
    places[place] = Math.max(time, places[place]!) + hours.soakHours * 60;
    done[j] = places[place]!;
  };
  let rest = order.filter((j) => works[j]!.half > 0);
  for (const j of order) if (works[j]!.half === 0) put(j, now.now);
  const isIn = (p: number, time: number) => {
    const day = Math.floor(time / 1440);
    const spans = hours.people[p]!.week[day % 7]!;
    return spans.some(([from, to]) => from <= time - day * 1440 && time - day * 1440 < to);
  };
  for (let time = now.now; time < 20 * 1440 && (rest.length > 0 || busy.some(Boolean)); time++) {
    for (const [p, one] of busy.entries()) {
      if (one?.left === 0) {
        put(one.j, time);
        busy[p] = undefined;
      }
    }
    for (const p of hours.people.keys()) {
      if (busy[p] || !isIn(p, time) || busy.filter(Boolean).length >= hours.benches) continue;
      const j = rest.find((one) => draw.ready[one]! <= time);
      if (j === undefined) continue;
      busy[p] = { j, left: draw.minutes[j]! };
      rest = rest.filter((one) => one !== j);
    }
    for (const [p, one] of busy.entries()) if (one && isIn(p, time)) one.left -= 1;
  }
  return done;
}

/** A shop drawn by chance, of whole minutes. */
function drawn(seed: number, count: number) {
  const random = seeded(seed);
  const upTo = (n: number) => Math.floor(random() * n);
  const works = Array.from({ length: count }, (_, i) =>
    work(100 + i, {
      promised: upTo(5) - 1,
      half: random() < 0.15 ? 0 : 10 + upTo(200),
      soaks: random() < 0.5,
      weight: random() < 0.4 ? 2 : 1,
    }),
  );
  const now = at(
    { benches: 1 + upTo(3), soakPlaces: 1 + upTo(2), people: [person("ada"), person("ben")] },
    9 * 60 + upTo(400),
  );
  const draw: Draw = {
    minutes: Float64Array.from(works, ({ half }) => half),
    ready: Float64Array.from(works, () => (random() < 0.6 ? now.now : now.now + upTo(3000))),
  };
  const order = works.map((_, i) => i).sort(() => random() - 0.5);
  return { works, now, draw, order };
}

test("a run goes as it goes minute by minute: 150 shops", () => {
  for (let seed = 0; seed < 150; seed++) {
    const { works, now, draw, order } = drawn(seed, 1 + (seed % 7));
    const run = new ShopRun(works, now);
    const said = [...run.run(order, draw)];
    const other = naive(works, now, order, draw);
    // Of two who are free in the same minute either may begin: the ends are the same.
    const sorted = (times: readonly number[]) => [...times].sort((a, b) => a - b);
    expect([seed, sorted(said)]).toEqual([seed, sorted(other)]);
  }
});

test("stays lie within hours, one at a bench and one with a person at a time", () => {
  for (let seed = 0; seed < 60; seed++) {
    const { works, now, draw, order } = drawn(seed, 6);
    const taken = new Map<string, [number, number][]>();
    new ShopRun(works, now).run(order, draw, ({ bench, person: who, pieces, soak }) => {
      for (const [from, to] of pieces) {
        for (const key of [`bench ${bench}`, `person ${who}`]) {
          taken.set(key, [...(taken.get(key) ?? []), [from, to]]);
        }
        expect(now.hours.people[who]!.week[Math.floor(from / 1440) % 7]).not.toEqual([]);
      }
      if (soak) {
        const key = `place ${soak.place}`;
        taken.set(key, [...(taken.get(key) ?? []), [soak.from, soak.to]]);
      }
    });
    for (const spans of taken.values()) {
      const sorted = spans.sort(([a], [b]) => a - b);
      for (const [i, [from]] of sorted.entries()) {
        if (i > 0) expect(from).toBeGreaterThanOrEqual(sorted[i - 1]![1]);
      }
    }
  }
});

describe("the order of work", () => {
  const orders = (items: readonly number[]): number[][] =>
    items.length === 0
      ? [[]]
      : items.flatMap((one) =>
          orders(items.filter((other) => other !== one)).map((rest) => [one, ...rest]),
        );

  test("of few tickets it is the best there is, and no order goes under the bound: 40 shops", () => {
    for (let seed = 0; seed < 40; seed++) {
      const { works, now } = drawn(seed, 2 + (seed % 4));
      const run = new ShopRun(works, now);
      const draws = drawsOf(works, now, 8);
      const { lateness, bound, exact } = orderOf(run, draws);
      expect(exact).toBe(true);
      const all = orders(works.map((_, i) => i)).map((order) => latenessOf(run, order, draws));
      expect(lateness).toBeCloseTo(Math.min(...all), 6);
      for (const one of all) expect(boundOf(run, draws)).toBeLessThanOrEqual(one + 1e-6);
      expect(bound).toBe(boundOf(run, draws));
    }
  });

  test("of one more than are all looked at it is the best there is, or hardly worse: 8 shops", () => {
    const above: number[] = [];
    for (let seed = 0; seed < 8; seed++) {
      const { works: some, now } = drawn(seed + 500, 7);
      // All have work left, so that none is put aside.
      const works = some.map((one) => ({ ...one, half: Math.max(30, one.half), eighty: 250 }));
      const run = new ShopRun(works, now);
      const draws = drawsOf(works, now, 2);
      const found = orderOf(run, draws);
      expect(found.exact).toBe(false);
      expect(latenessOf(run, found.order, draws)).toBeCloseTo(found.lateness, 9);
      const all = orders(works.map((_, i) => i)).map((order) => latenessOf(run, order, draws));
      above.push(found.lateness / Math.min(...all) - 1);
    }
    expect(Math.min(...above)).toBeGreaterThan(-1e-9);
    expect(above.filter((one) => one < 1e-9).length).toBeGreaterThanOrEqual(7);
    expect(Math.max(...above)).toBeLessThan(0.02);
  });

  test("of two that cannot both be in time, the one that weighs more is", () => {
    const long = { half: 300, eighty: 300, promised: 0 };
    const works = [work(1, long), work(2, { ...long, weight: 2 })];
    const now = at({ benches: 1, people: [person("ada")] });
    const { order } = orderOf(new ShopRun(works, now), drawsOf(works, now, 8));
    expect(order.map((j) => works[j]!.ticket)).toEqual([2, 1]);
  });

  test("of many it is never worse than the rule it begins with, nor under the bound", () => {
    for (let seed = 0; seed < 6; seed++) {
      const { works, now } = drawn(seed + 900, 14);
      const run = new ShopRun(works, now);
      const draws = drawsOf(works, now, 10);
      const first = works.map((_, i) => i);
      const found = orderOf(run, draws);
      expect([...found.order].sort((a, b) => a - b)).toEqual(first);
      expect(found.lateness).toBeLessThanOrEqual(latenessOf(run, first, draws) + 1e-6);
      expect(found.bound).toBeLessThanOrEqual(found.lateness + 1e-6);
    }
  });

  test("what lies open stays first, what is pinned comes next, and each says why it stands there", () => {
    const works = [
      work(1, { promised: 9 }),
      work(2, { promised: 0 }),
      work(3, { promised: 9, open: true }),
      work(4, { promised: 9 }),
      work(5, { promised: 4, part: { likeliest: 2, late: 4 } }),
      work(6, { promised: 4, unanswered: true }),
      work(7, { half: 0, soaks: true }),
    ];
    const { promises, lateness } = daysOf({ works, at: at(), pins: [4] }, 50);
    expect(promises.slice(0, 2).map(({ ticket, why }) => [ticket, why.type])).toEqual([
      [3, "open"],
      [4, "pinned"],
    ]);
    const why = new Map(promises.map((one) => [one.ticket, one.why.type]));
    expect([5, 6, 7].map((ticket) => why.get(ticket))).toEqual(["part", "unanswered", "soaking"]);
    expect(lateness).toBeGreaterThanOrEqual(daysOf({ works, at: at() }, 50).lateness - 1e-9);
  });
});

describe("odds", () => {
  const works = Array.from({ length: 12 }, (_, i) =>
    work(300 + i, {
      promised: 1 + (i % 4),
      half: 40 + 17 * i,
      eighty: 60 + 25 * i,
      soaks: i % 2 === 0,
      ...(i % 3 === 0 ? { part: { likeliest: 1, late: 3 } } : {}),
    }),
  );

  test("are the shares of shops that are drawn anew: the same within three standard errors", () => {
    const { promises } = daysOf({ works, at: at() }, 2000);
    const order = promises.map(({ ticket }) => ticket);
    // Other tickets' numbers are other streams: shops that this one has not seen.
    const others = works.map((one) => ({ ...one, ticket: one.ticket + 50_000 }));
    const again = daysOf({ works: others, at: at(), order: order.map((n) => n + 50_000) }, 2000);
    const odds = new Map(again.promises.map((one) => [one.ticket - 50_000, one.odds]));
    for (const { ticket, odds: said } of promises) {
      const error = Math.sqrt((2 * Math.max(said * (1 - said), 0.001)) / 2000);
      expect(Math.abs(odds.get(ticket)! - said)).toBeLessThan(4 * error);
    }
  });

  test("a day that is offered holds in nine shops of ten; a day sooner does not", () => {
    const fresh = { half: 90, eighty: 150, soaks: true, unanswered: false, weight: 1 };
    const { likely, sure } = earliestDay({ works, at: at() }, fresh);
    expect(sure).toBeGreaterThanOrEqual(likely);
    const order = [...daysOf({ works, at: at() }, 10).promises.map(({ ticket }) => ticket), 7777];
    const oddsBy = (promised: number) =>
      daysOf(
        { works: [...works, { ...work(7777), ...fresh, promised }], at: at(), order },
        2000,
      ).promises.at(-1)!.odds;
    expect(oddsBy(sure)).toBeGreaterThan(0.87);
    expect(oddsBy(sure - 1)).toBeLessThan(0.93);
  });

  test("the same question has the same answer", () => {
    expect(daysOf({ works, at: at() }, 200)).toEqual(daysOf({ works, at: at() }, 200));
  });

  const oddsOf = (question: Parameters<typeof daysOf>[0]) => {
    const order = works.map(({ ticket }) => ticket);
    return new Map(
      daysOf({ ...question, order }, 400).promises.map(({ ticket, odds }) => [ticket, odds]),
    );
  };
  test.each([
    [{ what: "part-late", ticket: 300, days: 2 }],
    [{ what: "ill", person: "ada", days: 3 }],
    [{ what: "bench-lost" }],
  ] as const)("%j keeps no promise better", (what) => {
    const question = { works, at: at({ benches: 2 }) };
    const [before, after] = [oddsOf(question), oddsOf(supposed(question, what))];
    const all = [...before.keys()].map((ticket) => after.get(ticket)! - before.get(ticket)!);
    // Another's part that is late lets one or two go sooner.
    if (what.what !== "part-late") expect(Math.max(...all)).toBeLessThanOrEqual(0.02);
    expect(Math.min(...all)).toBeLessThan(-0.01);
    if (what.what === "part-late") expect(after.get(300)!).toBeLessThan(before.get(300)!);
  });

  test("nobody in: nothing is in sight, and nothing breaks", () => {
    const empty = daysOf({ works, at: at({ people: [] }) }, 20);
    expect(empty.promises.every(({ odds, sure }) => odds === 0 && sure === HORIZON)).toBe(true);
    expect(daysOf({ works: [], at: at() }, 20).promises).toEqual([]);
  });

  test("a promise that was before today has no odds left", () => {
    const { promises } = daysOf({ works: [work(1, { promised: -2 })], at: at() }, 20);
    expect(promises[0]).toMatchObject({ odds: 0, sure: 0 });
  });
});
