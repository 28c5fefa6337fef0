import {
  hoursFault,
  openDays,
  readHours,
  type PersonHours,
  spansIn,
  spansText,
  USUAL_SHOP,
  USUAL_WEEK,
} from "./index.ts";
import { Working } from "./hours.ts";

const MONDAY = "2026-11-30";
const person = (id: string, more: Partial<PersonHours> = {}): PersonHours => ({
  id,
  week: USUAL_WEEK,
  off: [],
  ...more,
});

describe("hours", () => {
  const day = new Working(person("ada"), MONDAY);
  test.each([
    ["within a span", 10 * 60, 30, 10 * 60 + 30],
    ["over the rest at noon", 12 * 60, 60, 14 * 60],
    ["over a night", 17 * 60, 60, 1440 + 9 * 60 + 30],
    ["over a weekend", 4 * 1440 + 17 * 60, 31, 7 * 1440 + 9 * 60 + 1],
    ["begun before anybody is in", 0, 10, 9 * 60 + 10],
    ["to the last minute of a span", 9 * 60, 210, 12 * 60 + 30],
  ])("work goes on %s", (_, from, minutes, end) => {
    expect(day.finish(from, minutes)).toBe(end);
    expect(day.worked(end) - day.worked(from)).toBe(minutes);
    const pieces = day.pieces(from, end);
    expect(pieces.reduce((sum, [a, b]) => sum + b - a, 0)).toBe(minutes);
  });
  test("days off are not worked, and what is past the horizon is not in sight", () => {
    const away = new Working(person("ada", { off: [{ from: MONDAY, to: "2026-12-02" }] }), MONDAY);
    expect(away.next(0)).toBe(3 * 1440 + 9 * 60);
    expect(away.lastOf(1)).toBeUndefined();
    expect(away.lastOf(3)).toBe(3 * 1440 + 17 * 60 + 30);
    expect(away.finish(0, 1e9)).toBe(Infinity);
    expect(new Working(person("ada", { week: USUAL_WEEK.map(() => []) }), MONDAY).next(0)).toBe(
      Infinity,
    );
  });

  const week = (spans: readonly (readonly [number, number])[]) =>
    USUAL_WEEK.map((day, i) => (i === 2 ? spans : day));
  test.each([
    [[person("ada")], undefined],
    [[person("ada", { week: week([[600, 600]]) })], "backwards"],
    [[person("ada", { week: week([[700, 600]]) })], "backwards"],
    [
      [
        person("ada", {
          week: week([
            [700, 800],
            [500, 701],
          ]),
        }),
      ],
      "overlap",
    ],
    [
      [
        person("ada", {
          week: week([
            [700, 800],
            [500, 700],
          ]),
        }),
      ],
      undefined,
    ],
    [[person("ada", { off: [{ from: "2026-12-05", to: "2026-12-01" }] })], "off-backwards"],
    [[person("ada", { off: [{ from: "2026-11-01", to: "2026-11-29" }] })], "off-past"],
    [[person("ada", { off: [{ from: "2026-11-01", to: MONDAY }] })], undefined],
    [[person("ada"), person("ada")], "twice"],
  ])("%j: %s", (people, fault) => {
    const hours = { ...USUAL_SHOP, people };
    expect(hoursFault(hours, MONDAY)?.type).toBe(fault);
    expect(readHours(hours).ok).toBe(true);
  });
  test.each([{ benches: 0 }, { soakPlaces: 1.5 }, { soakHours: -1 }, { people: [{ id: "x" }] }])(
    "%j is not read",
    (more) => {
      expect(readHours({ ...USUAL_SHOP, people: [person("ada")], ...more }).ok).toBe(false);
    },
  );
});

test.each([
  [
    "9:00-12:30, 13:30-17:30",
    [
      [540, 750],
      [810, 1050],
    ],
    "9:00-12:30, 13:30-17:30",
  ],
  [
    "9-12, 13-17",
    [
      [540, 720],
      [780, 1020],
    ],
    "9:00-12:00, 13:00-17:00",
  ],
  [" 9 – 12 ", [[540, 720]], "9:00-12:00"],
  ["", [], ""],
  [" , ", [], ""],
  ["0:00-24", [[0, 1440]], "0:00-24:00"],
  ["9-24:30", undefined, undefined],
  ["nine", undefined, undefined],
  ["9", undefined, undefined],
  ["9-12-15", undefined, undefined],
  ["9:60-10", undefined, undefined],
  ["25-26", undefined, undefined],
  ["9-", undefined, undefined],
])("%j as spans of a day", (text, spans, again) => {
  const found = spansIn(text);
  expect(found).toEqual(spans);
  if (found) expect(spansText(found)).toBe(again);
});

test("days are open on which anybody works: not weekends, not where all are off", () => {
  const off = [{ from: "2026-12-01", to: "2026-12-02" }];
  const people = [
    person("ada", { off }),
    person("ben", { off: [{ from: "2026-12-02", to: "2026-12-02" }] }),
  ];
  expect(openDays({ people }, MONDAY).slice(0, 6)).toEqual([0, 1, 3, 4, 7, 8]);
  expect(openDays({ people: [person("ada", { off })] }, "2026-12-01").slice(0, 3)).toEqual([
    2, 3, 6,
  ]);
  expect(openDays({ people: [] }, MONDAY)).toEqual([]);
});
