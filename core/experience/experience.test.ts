import { must } from "../base/must.ts";
import { pick, seeded } from "../base/seeded.ts";
import type { Entry, LedgerEvent } from "../bench/index.ts";
import { stepTimes } from "../minutes/index.ts";
import { smallGuide } from "../../testing/builders.ts";
import { adviceFrom, experienceOf, isWhole, type JobDone, type Records } from "./index.ts";

const guide = smallGuide();
const START: Entry = {
  do: "start",
  guide: { version: "0".repeat(64), code: "T-1" },
  job: { for: ["fan"] },
  down: [],
};

/** A job of entries, each with the minutes it took. */
function job(
  ticket: number,
  entries: readonly (readonly [number, Entry])[],
  { by = "tobin", day = "2026-06-01" } = {},
): JobDone {
  let at = Date.parse(`${day}T08:00:00Z`);
  const events = [
    [0, START] as const,
    [1, { do: "habit", habit: "cells" } as Entry] as const,
    ...entries,
  ].map(([minutes, entry], i): LedgerEvent => {
    at += minutes * 60_000;
    return { id: `${ticket}-${i}`, at: new Date(at).toISOString(), by, entry };
  });
  return { ticket, guide, events };
}

const release = (joint: string, more: object = {}): Entry => ({ do: "release", joint, ...more });
const make = (joint: string, more: object = {}): Entry => ({ do: "make", joint, ...more });
const recorded = (some: Partial<Records>) =>
  experienceOf({ jobs: [], parts: [], promises: [], today: "2026-06-30", ...some });
const screwsOff = must(guide.joints["base-screws"], "the screws");

test("times by kind, by person and by month are those of the steps, against the plain sums", () => {
  const random = seeded(7);
  const jobs = Array.from({ length: 30 }, (_, i) =>
    job(
      1000 + i,
      ["base-screws", "base-clips", "battery-plug"].map(
        (joint) => [0.2 + 2 * random(), release(joint)] as const,
      ),
      { by: pick(random, ["tobin", "mirel"]), day: `2026-0${1 + (i % 3)}-05` },
    ),
  );
  const { kinds, people, months, jobs: rows } = recorded({ jobs });
  const all = jobs.flatMap((one) => stepTimes(guide, one.events));
  for (const [table, keyOf] of [
    [kinds, (time: (typeof all)[number]) => time.kind],
    [people, (time: (typeof all)[number]) => time.by],
  ] as const) {
    for (const row of table) {
      const own = all.filter((time) => keyOf(time) === row.key);
      expect(row.n).toBe(own.length);
      expect(row.minutes).toBeCloseTo(
        own.reduce((sum, { minutes }) => sum + minutes, 0),
        1,
      );
      const shares = own.filter(({ minutes, estimate }) => minutes / estimate <= row.times + 0.01);
      expect(shares.length / own.length).toBeGreaterThanOrEqual(0.5);
    }
  }
  expect(months.map(({ key }) => key)).toEqual(["2026-01", "2026-02", "2026-03"]);
  expect(kinds.reduce((sum, { n }) => sum + n, 0)).toBe(all.length);
  expect(rows.map(({ ticket }) => ticket)).toEqual([...rows.map(({ ticket }) => ticket)].sort());
  const minutes = rows.reduce((sum, row) => sum + row.minutes, 0);
  expect(minutes).toBeCloseTo(
    all.reduce((sum, time) => sum + time.minutes, 0),
    0,
  );
});

test("what was forgotten: held a stuck part, or was gone back to; taken back it was not", () => {
  const snag: Entry = { do: "snag", stuck: "base", held: "base-clips" };
  const jobs = [
    job(1, [
      [1, snag],
      [1, snag],
    ]),
    job(2, [
      [1, { do: "rework", joint: "battery-plug" }],
      [1, snag],
    ]),
    job(3, [
      [1, snag],
      [1, { do: "take-back", event: "3-2" }],
    ]),
  ];
  const { forgotten } = recorded({ jobs });
  expect(forgotten).toEqual([
    { guideId: "bench-test", thing: "base-clips", times: 3, jobs: 2 },
    { guideId: "bench-test", thing: "battery-plug", times: 1, jobs: 1 },
  ]);
  expect(adviceFrom(recorded({ jobs })).forgotten).toEqual(forgotten[0]);
});

test("screws that were missing at taking in, and those that were lost here, by lot", () => {
  expect(screwsOff).toMatchObject({ count: 4 });
  const jobs = [
    {
      ...job(1, []),
      events: job(1, []).events.map((event, i) =>
        i === 0 ? { ...event, entry: { ...START, missing: { "base-screws": 1 } } } : event,
      ),
    },
    job(2, [[1, release("base-screws", { count: 3, differs: { reason: "missing-at-intake" } })]]),
    job(3, [
      [1, release("base-screws", { count: 4 })],
      [1, make("base-screws", { count: 2, differs: { reason: "lost" } })],
    ]),
    job(4, [
      [1, release("base-screws", { count: 4 })],
      [1, make("base-screws", { count: 4 })],
    ]),
  ];
  const experience = recorded({ jobs });
  expect(experience.gone).toEqual([
    { guideId: "bench-test", lot: "base-screws", jobs: 3, atIntake: 2, lost: 2 },
  ]);
  expect(adviceFrom(experience).gone).toEqual(experience.gone[0]);
});

test("bad parts by supplier: what is still under way says nothing, and once is chance", () => {
  const came = (supplier: string, good: number, bad: number) => [
    ...Array.from({ length: good }, () => ({ supplier, fits: true })),
    ...Array.from({ length: bad }, () => ({ supplier, fits: false })),
  ];
  const parts = [
    ...came("North", 20, 1),
    ...came("South", 3, 3),
    { supplier: "West", fits: undefined },
  ];
  const experience = recorded({ parts });
  expect(experience.suppliers).toEqual([
    { supplier: "South", came: 6, bad: 3 },
    { supplier: "North", came: 21, bad: 1 },
  ]);
  expect(adviceFrom(experience).suppliers).toMatchObject({ supplier: "South" });
  expect(adviceFrom(recorded({ parts: came("North", 5, 1) })).suppliers).toBeUndefined();
  expect(adviceFrom(recorded({ parts: came("North", 5, 3) })).suppliers).toBeUndefined();
});

test("promises by month against the plain counts; what has not come is neither kept nor broken", () => {
  const random = seeded(11);
  const day = () =>
    `2026-0${pick(random, [5, 6, 7])}-${String(1 + Math.floor(28 * random())).padStart(2, "0")}`;
  const promises = Array.from({ length: 200 }, () => ({
    promised: day(),
    ready: random() < 0.3 ? undefined : day(),
  }));
  const today = "2026-06-30";
  const { promises: rows } = recorded({ promises, today });
  expect(rows.map(({ month }) => month)).toEqual(["2026-07", "2026-06", "2026-05"]);
  for (const { month, made, kept, daysLate } of rows) {
    const own = promises.filter(({ promised }) => promised.startsWith(month));
    const due = own.filter(({ promised, ready }) => ready !== undefined || promised < today);
    expect(made).toBe(due.length);
    expect(kept).toBe(due.filter(({ promised, ready }) => (ready ?? today) <= promised).length);
    const late = due.map(({ promised, ready }) =>
      Math.max(0, (Date.parse(ready ?? today) - Date.parse(promised)) / 86_400_000),
    );
    expect(daysLate).toBe(late.reduce((sum, days) => sum + days, 0));
  }
});

test("promises that are broken oftener than the offered day would be are told; few say nothing", () => {
  const made = (kept: number, broken: number) => [
    ...Array.from({ length: kept }, () => ({ promised: "2026-06-10", ready: "2026-06-09" })),
    ...Array.from({ length: broken }, () => ({ promised: "2026-06-10", ready: "2026-06-12" })),
  ];
  const said = (kept: number, broken: number) =>
    adviceFrom(recorded({ promises: made(kept, broken) })).promises;
  expect(said(14, 6)).toEqual({ made: 20, kept: 14 });
  expect(said(18, 2)).toBeUndefined();
  expect(said(2, 3)).toBeUndefined();
});

describe("advice", () => {
  const many = (minutes: number, by: string, from: number, day?: string) =>
    Array.from({ length: 12 }, (_, i) =>
      job(from + i, [[minutes, release("base-screws")]], { by, ...(day ? { day } : {}) }),
    );
  const whole = stepTimes(guide, job(1, [[1, release("base-screws")]]).events)[0]!.estimate;

  test("says a kind that takes another time than its guide gives it, and nothing where it does not", () => {
    const slow = adviceFrom(recorded({ jobs: many(2 * whole, "tobin", 1) }));
    expect(slow.kinds).toMatchObject({ key: "screws off", n: 12, times: 2 });
    expect(slow.jobs!.times).toBeCloseTo(2, 1);
    expect(slow.jobs!.within).toBe(0);
    const right = adviceFrom(recorded({ jobs: many(whole, "tobin", 1) }));
    expect([right.kinds, right.jobs]).toEqual([undefined, undefined]);
  });

  test("says who takes longer, and that it was otherwise before; too few say nothing", () => {
    const two = [...many(whole, "tobin", 1), ...many(1.5 * whole, "mirel", 100, "2026-08-02")];
    const said = adviceFrom(recorded({ jobs: two }));
    expect(said.people).toMatchObject({ slowest: { key: "mirel" } });
    expect(said.people!.times).toBeCloseTo(1.5, 1);
    expect(said.months).toMatchObject({ from: { key: "2026-06" }, to: { key: "2026-08" } });
    const few = adviceFrom(recorded({ jobs: two.slice(0, 3) }));
    expect(Object.values(few).every((one) => one === undefined)).toBe(true);
    expect(Object.values(adviceFrom(recorded({}))).every((one) => one === undefined)).toBe(true);
  });
});

test("a job that names what its guide does not have is not whole", () => {
  expect(isWhole(job(1, [[1, release("base-screws")]]))).toBe(true);
  expect(isWhole(job(1, [[1, release("none")]]))).toBe(false);
  expect(isWhole(job(1, [[1, { do: "lift", parts: ["fan", "none"] }]]))).toBe(false);
});
