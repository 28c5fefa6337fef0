import type { HoursFault, WhatIf, Why } from "../days/index.ts";
import { hoursFaultWords, oddsWords, whatIfWords, whyWords } from "./index.ts";

const name = (id: string): string => ({ ada: "Ada Lorn" })[id] ?? "Somebody";

test.each([
  [1, "over 99 %"],
  [0.995, "over 99 %"],
  [0.99, "99 %"],
  [0.937, "94 %"],
  [0.5, "50 %"],
  [0.01, "1 %"],
  [0.009, "under 1 %"],
  [0, "under 1 %"],
])("odds of %d: %s", (odds, words) => expect(oddsWords(odds)).toBe(words));

test.each<[Why, string]>([
  [{ type: "open" }, "Lies open on a bench"],
  [{ type: "pinned" }, "Put first by hand"],
  [{ type: "part", day: 1 }, "Its part is due tomorrow"],
  [{ type: "part", day: 3 }, "Its part is due in 3 days"],
  [{ type: "unanswered" }, "Its customer has not answered"],
  [{ type: "slack", minutes: 25.4 }, "25 min of bench time to spare"],
  [{ type: "slack", minutes: 0 }, "0 min of bench time to spare"],
  [{ type: "slack", minutes: 120 }, "2 h of bench time to spare"],
  [{ type: "slack", minutes: 59.6 }, "1 h of bench time to spare"],
  [{ type: "slack", minutes: -95 }, "1 h 35 min of bench time too few"],
  [{ type: "bettered", forward: true }, "Brought forward: all promises are kept better so"],
  [{ type: "bettered", forward: false }, "Put back: all promises are kept better so"],
  [{ type: "soaking" }, "Done at the bench"],
])("%j: %s", (why, words) => expect(whyWords(why)).toBe(words));

test.each<[HoursFault, RegExp]>([
  [{ type: "backwards", person: "ada", weekday: 0 }, /on Mondays Ada Lorn would stop/],
  [{ type: "overlap", person: "ada", weekday: 6 }, /on Sundays two spans of Ada Lorn overlap/],
  [{ type: "off-backwards", person: "ada", from: "2026-12-24" }, /from 2026-12-24 end before/],
  [{ type: "off-past", person: "ada", from: "2026-01-02" }, /from 2026-01-02 are over/],
  [{ type: "twice", person: "ada" }, /Ada Lorn stands there twice/],
])("%j says who, when, and that nothing was kept", (fault, words) => {
  expect(hoursFaultWords(fault, name)).toMatch(words);
  expect(hoursFaultWords(fault, name)).toMatch(/^Nothing was kept: .*\.$/);
});

test.each<[WhatIf, string]>([
  [{ what: "part-late", ticket: 1004, days: 1 }, "the part of 1004 comes a day later"],
  [{ what: "part-late", ticket: 1004, days: 2 }, "the part of 1004 comes 2 days later"],
  [{ what: "bench-lost" }, "one bench is lost"],
  [{ what: "ill", person: "ada", days: 1 }, "Ada Lorn is away today"],
  [{ what: "ill", person: "gone", days: 3 }, "Somebody is away for 3 days from today"],
])("%j: if %s", (what, words) => expect(whatIfWords(what, name)).toBe(words));
