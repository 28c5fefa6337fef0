import { choicesFor, type Done, dueBy, nextUp, type Offered, standingOf } from "./cards.ts";
import type { Outcome, Setting } from "./exercise.ts";

const RIGHT: Outcome = { minutes: 0, least: 0, damage: [] };
const SLOW: Outcome = { minutes: 20, least: 10, damage: [] };
const MISSED: Outcome = { minutes: 0, least: 0, damage: [{ type: "left" }] };
const dayOf = (time: string): string => time.slice(0, 10);

/** A day and a minute of June 2026. */
const at = (day: number, minute = 0): string =>
  new Date(Date.UTC(2026, 5, day, 9, minute)).toISOString();
const done = (subject: string, begun: string, end: string, outcome = RIGHT, level = 1): Done => ({
  setting: { kind: subject.split(":")[0] as Setting["kind"], subject, seed: 1, level },
  begun,
  at: end,
  outcome,
});

test("what was missed comes again at once, what was right days later, what took long in between", () => {
  const history = [
    done("opens:a", at(1), at(1, 1), MISSED),
    done("opens:b", at(1, 1), at(1, 2), SLOW),
    done("opens:c", at(1, 2), at(1, 3), RIGHT),
  ];
  const standing = standingOf(history, at(1, 4), dayOf);
  expect(standing.known.map(({ subject }) => subject)).toEqual(["opens:a", "opens:b", "opens:c"]);
  expect(dueBy(standing, at(1, 5)).map(({ subject }) => subject)).toEqual(["opens:a"]);
  expect(standing.known.map(({ times, missed, last }) => [times, missed, last])).toEqual([
    [1, 1, "missed"],
    [1, 0, "slow"],
    [1, 0, "right"],
  ]);
});

test("what is right again and again comes after longer and longer", () => {
  let history: Done[] = [];
  let now = at(1);
  const gaps: number[] = [];
  for (let i = 0; i < 6; i++) {
    history = [...history, done("opens:a", now, now)];
    const { due } = standingOf(history, now, dayOf).known[0]!;
    gaps.push(Date.parse(due) - Date.parse(now));
    now = due;
  }
  expect(gaps).toEqual([...gaps].sort((a, b) => a - b));
  expect(gaps.at(-1)! / 86_400_000).toBeGreaterThan(20);
});

test("a clock that went back counts as one that stood still", () => {
  const history = [done("opens:a", at(9), at(9, 1)), done("opens:a", at(2), at(2, 1))];
  const { known } = standingOf(history, at(9, 2), dayOf);
  expect(known[0]!.due >= at(9, 1)).toBe(true);
  expect(known[0]!.times).toBe(2);
});

test("the level rises when six of the last eight at it were not missed, and not by what is below it", () => {
  const good = (n: number, level: number) =>
    Array.from({ length: n }, (_, i) =>
      done(`opens:${level}-${i}`, at(1, i), at(1, i), RIGHT, level),
    );
  const level = (history: readonly Done[]) => standingOf(history, at(2), dayOf).level;
  expect(level([])).toBe(1);
  expect(level(good(5, 1))).toBe(1);
  expect(level(good(6, 1))).toBe(2);
  expect(level([...good(6, 1), ...good(9, 1)])).toBe(2);
  expect(level([...good(6, 1), ...good(6, 2)])).toBe(3);
  const missed = [1, 2, 3].map((i) => done(`x:${i}`, at(1), at(1), MISSED));
  expect(level([...missed, ...good(5, 1)])).toBe(1);
  expect(level([...good(40, 5)])).toBe(5);
});

test("minutes of today are those that were practised today, and none for what lay there for an hour", () => {
  const history = [
    done("opens:a", at(1), at(1, 5)),
    done("opens:a", at(2), at(2, 3)),
    done("opens:b", at(2, 3), at(2, 59)),
    done("opens:c", at(2, 50), at(2, 40)),
  ];
  expect(standingOf(history, at(2, 59), dayOf).today).toBe(11);
});

describe("what comes next", () => {
  const offered: readonly Offered[] = [
    { kind: "opens", subject: "opens:a", level: 1 },
    { kind: "opens", subject: "opens:b", level: 1 },
    { kind: "screw", subject: "screw:m", level: 1 },
    { kind: "order", subject: "order:m:fan", level: 2 },
  ];
  const order = (subject: string): number => subject.length;
  const next = (history: readonly Done[], now: string) =>
    nextUp(standingOf(history, now, dayOf), offered, now, order).map(({ subject }) => subject);

  test("what is due comes first, then what is new of the kinds practised least, then what is due later", () => {
    const history = [done("opens:a", at(1), at(1, 1), MISSED)];
    expect(next(history, at(1, 30))).toEqual(["opens:a", "screw:m", "opens:b"]);
    expect(next([done("opens:a", at(1), at(1, 1))], at(1, 2))).toEqual([
      "screw:m",
      "opens:b",
      "opens:a",
    ]);
  });
  test("nothing above the level, nothing that is not offered any more", () => {
    expect(next([], at(1))).not.toContain("order:m:fan");
    expect(next([done("screw:gone", at(1), at(1), MISSED)], at(2))).not.toContain("screw:gone");
  });
  test("a kind that is chosen is drawn within the level first, then what is new, then the soonest due", () => {
    const chosen = (history: readonly Done[]) =>
      choicesFor(standingOf(history, at(9), dayOf), offered).map(({ subject }) => subject);
    expect(chosen([])).toEqual(["opens:a", "screw:m", "order:m:fan"]);
    expect(chosen([done("opens:a", at(1), at(1))])[0]).toBe("opens:b");
    const both = [done("opens:a", at(1), at(1)), done("opens:b", at(1), at(1), MISSED)];
    expect(chosen(both)[0]).toBe("opens:b");
    const more: Offered = { kind: "screw", subject: "screw:high", level: 4 };
    const standing = standingOf([], at(1), dayOf);
    expect(choicesFor(standing, [more]).map(({ subject }) => subject)).toEqual(["screw:high"]);
  });
});
