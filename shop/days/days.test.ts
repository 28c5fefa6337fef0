import { must } from "../../core/base/must.ts";
import { USUAL_WEEK } from "../../core/days/index.ts";
import { dayAfter } from "../../core/ticket/index.ts";
import { recordLines } from "../../data/people/index.server.ts";
import { done, MIREL, TestShop, TOBIN } from "../../testing/shop.ts";
import { today } from "../open.server.ts";
import { decide } from "../ticket/index.server.ts";
import {
  daysPage,
  earliest,
  hoursOf,
  keepHours,
  linesByCalendar,
  newCalendarSecret,
  oddsNow,
  pin,
} from "./index.server.ts";
import { worksLeft } from "./works.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const now = () => new Date();
const day = (after: number) => dayAfter(today(shop.shop), after);
const page = async (what?: Parameters<typeof daysPage>[2]) =>
  must(await daysPage(shop.shop, now(), what), "the days");

test("each open ticket has odds, by what is left of it", async () => {
  const waiting = await shop.ticket({ parts: ["fan"], promised: day(30) });
  const ready = await shop.atBench({ parts: ["fan"], promised: day(30) });
  const begun = await shop.atBench({ parts: ["fan"], promised: day(30) });
  await shop.play(begun, 6);
  const shut = await shop.atBench({ parts: ["fan"], promised: day(30) });
  await shop.play(shut);
  const gone = await shop.atBench({ parts: ["fan"] });
  await shop.play(gone);
  done(await decide(shop.act(), gone, "soak-passed", "watched"));
  await shop.handBack(gone);
  const { question, days } = await page();
  const works = new Map(question.works.map((work) => [work.ticket, work]));
  expect([...works.keys()]).toEqual([waiting, ready, begun, shut]);
  expect(works.get(waiting)).toMatchObject({ unanswered: true, part: { likeliest: 2, late: 5 } });
  expect(works.get(ready)).toMatchObject({ unanswered: false, open: false, soaks: true });
  expect(works.get(begun)!.open).toBe(true);
  expect(works.get(begun)!.half).toBeLessThan(works.get(ready)!.half);
  expect(works.get(shut)).toMatchObject({ half: 0, soaks: true });
  expect(days.promises.map(({ ticket }) => ticket).sort()).toEqual([...works.keys()]);
  expect(days.promises.every(({ odds }) => odds > 0.9)).toBe(true);
  const said = days.promises.find(({ ticket }) => ticket === ready)!.odds;
  expect(oddsNow(shop.shop, now()).odds[ready]).toBe(said);
});

test("the first look at the counter has no odds yet, and knows that they come in a moment", async () => {
  const number = await shop.atBench({ parts: ["fan"], promised: day(30) });
  expect(oddsNow(shop.shop, now())).toEqual({ odds: {}, isAging: true });
  let seen = oddsNow(shop.shop, now());
  while (seen.isAging) {
    await new Promise((resolve) => setTimeout(resolve, 20));
    seen = oddsNow(shop.shop, now());
  }
  expect(seen.odds[number]).toBeGreaterThan(0.9);
});

test("a ticket that is put first stands first, says so and costs something said; nothing else may", async () => {
  const [soon, later] = [
    await shop.atBench({ parts: ["fan"], promised: day(0) }),
    await shop.atBench({ parts: ["fan"], promised: day(60) }),
  ];
  const order = async () => (await page()).days.promises.map(({ ticket }) => ticket);
  expect(await order()).toEqual([soon, later]);
  done(await pin(shop.act(TOBIN), later, true));
  const pinned = await page();
  expect(pinned.days.promises[0]).toMatchObject({ ticket: later, why: { type: "pinned" } });
  expect(pinned.unpinned).toBeLessThanOrEqual(pinned.days.lateness + 1e-9);
  expect((await recordLines(shop.db, 1))[0]).toMatchObject({ what: "setting", about: "pins" });
  done(await pin(shop.act(TOBIN), later, false));
  expect(await order()).toEqual([soon, later]);
  expect(await pin(shop.act(TOBIN), 9999, true)).toMatchObject({
    error: { type: "ticket-unknown" },
  });
  const learner = { ...TOBIN, role: "learner" } as const;
  await expect(pin(shop.act(learner), later, true)).rejects.toThrow(/not allowed/);
});

test("what if answers beside what is, and writes nothing", async () => {
  const parts = ["fan"];
  const number = await shop.ticket({ parts, promised: day(4) });
  done(await decide(shop.act(), number, "yes-order", ""));
  const plain = await page();
  const late = await page({ what: "part-late", ticket: number, days: 9 });
  const oddsOf = (days: typeof plain.days) => days.promises[0]!.odds;
  expect(oddsOf(late.other!)).toBeLessThan(oddsOf(plain.days));
  expect(late.days).toEqual(plain.days);
  const ill = await page({ what: "ill", person: TOBIN.id, days: 3 });
  expect(ill.other!.promises).toHaveLength(1);
});

test("hours are kept by the lead where they can be worked, and people who come have the usual", async () => {
  const usual = await hoursOf(shop.db, "2026-01-01");
  expect(usual.people.map(({ id }) => id).sort()).toEqual([MIREL.id, TOBIN.id]);
  const half = USUAL_WEEK.map((spans, i) => (i < 3 ? spans : []));
  const people = [{ id: TOBIN.id, week: half, off: [] }];
  const lead = shop.act(MIREL);
  done(await keepHours(lead, { ...usual, benches: 1, people }, "UTC"));
  const kept = await hoursOf(shop.db, "2026-01-01");
  expect(kept.benches).toBe(1);
  expect(kept.people.find(({ id }) => id === TOBIN.id)!.week).toEqual(half);
  expect(kept.people.find(({ id }) => id === MIREL.id)!.week).toEqual(USUAL_WEEK);
  const off = [{ from: "2025-01-01", to: "2025-01-02" }];
  const past = { ...usual, people: [{ id: TOBIN.id, week: half, off }] };
  expect(await keepHours(lead, past, "UTC")).toMatchObject({ error: { type: "off-past" } });
  await expect(keepHours(shop.act(TOBIN), usual, "UTC")).rejects.toThrow(/not allowed/);
});

test("days off that are over are let go, so that the hours can be kept again", async () => {
  const usual = await hoursOf(shop.db, "2026-01-01");
  const off = [
    { from: "2026-01-02", to: "2026-01-05" },
    { from: "2026-03-01", to: "2026-03-09" },
  ];
  const people = usual.people.map((one) => ({ ...one, off }));
  done(await keepHours(shop.act(MIREL), { ...usual, people }, "UTC"));
  const later = await hoursOf(shop.db, "2026-01-06");
  expect(later.people.map((one) => one.off)).toEqual(people.map(() => [off[1]]));
  const soon = { ...shop.act(MIREL), now: () => new Date("2026-01-06T09:00:00Z") };
  done(await keepHours(soon, later, "UTC"));
});

test("a calendar is known by its secret, names no customer, and another address ends it", async () => {
  const number = await shop.ticket({ customer: "Wren Sandby" });
  expect(await linesByCalendar(shop.db, "")).toBeUndefined();
  const secret = await newCalendarSecret(shop.act(MIREL));
  expect(await linesByCalendar(shop.db, secret)).toMatchObject([{ number, customer: "" }]);
  expect(await linesByCalendar(shop.db, `${secret}x`)).toBeUndefined();
  expect(await linesByCalendar(shop.db, secret.replace(/.$/, "!"))).toBeUndefined();
  const next = await newCalendarSecret(shop.act(MIREL));
  expect(await linesByCalendar(shop.db, secret)).toBeUndefined();
  expect(await linesByCalendar(shop.db, next)).toHaveLength(1);
  await expect(newCalendarSecret(shop.act(TOBIN))).rejects.toThrow(/not allowed/);
});

test("a part that nobody has taken out of its model yet is no work of a minute", async () => {
  const unknown = { code: "UX-330", maker: "Umber", model: "Ox 13", width: "305", height: "212" };
  const number = await shop.atBench({ ...unknown, parts: ["battery"] });
  const known = await shop.atBench({ parts: ["battery"] });
  const works = await worksLeft(shop.db, "2026-01-01");
  const of = (one: number) => works.find(({ ticket }) => ticket === one)!;
  expect(of(number)).toMatchObject({ half: 75, eighty: 150 });
  expect(of(known).half).toBeLessThan(60);
});

test("a machine at the counter has a day that can be promised; one that nobody knows has none", async () => {
  for (let i = 0; i < 6; i++) await shop.atBench({ parts: ["heatsink"], promised: day(3) });
  const found = await earliest(shop.shop, now(), "MT15-A2", { for: ["fan"] });
  expect(found!.sure >= found!.likely).toBe(true);
  expect(found!.sure > day(0)).toBe(true);
  expect(await earliest(shop.shop, now(), "NOT-1", { for: ["fan"] })).toBeUndefined();
  expect(await earliest(shop.shop, now(), "MT15-A2", { for: ["nothing-like-it"] })).toBeUndefined();
});
