import { WAITS } from "../../core/ticket/index.ts";
import { WAIT_WORDS } from "../../core/words/index.ts";
import { clockWords, dayOfWords, dayWords, momentWords, promiseWords } from "./days.ts";

test.each([
  ["2026-03-01", "2026-03-01", "today"],
  ["2026-03-01", "2026-03-02", "tomorrow"],
  ["2026-03-01", "2026-03-05", "in 4 days"],
  ["2026-03-01", "2026-02-28", "1 day late"],
  ["2026-03-01", "2026-02-20", "9 days late"],
])("on %s, promised for %s: %s", (today, promised, words) => {
  expect(promiseWords(today, promised)).toBe(words);
});

test("days are said short", () => {
  expect(dayWords("2026-11-26")).toBe("Thu 26 Nov");
});

test("everything a ticket can wait for has a heading and a short word, each its own", () => {
  expect(new Set(WAITS.map((wait) => WAIT_WORDS[wait].head)).size).toBe(WAITS.length);
  expect(new Set(WAITS.map((wait) => WAIT_WORDS[wait].short)).size).toBe(WAITS.length);
});

test("a moment is told by the shop's clock, not by that of who looks", () => {
  const late = "2026-11-26T23:05:00Z";
  expect(momentWords(late, "Europe/Berlin")).toBe("Fri 27 Nov, 00:05");
  expect(momentWords(late, "UTC")).toBe("Thu 26 Nov, 23:05");
  expect(dayOfWords(late, "America/New_York")).toBe("Thu 26 Nov");
  expect(clockWords(Date.parse(late), "Europe/Berlin")).toBe("00:05");
});
