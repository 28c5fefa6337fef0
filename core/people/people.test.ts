import fc from "fast-check";
import {
  afterWrong,
  byOurClock,
  DOINGS,
  drawnPin,
  isOpen,
  may,
  type Person,
  pinError,
  ROLES,
  type Tries,
  waitAfter,
  waitLeft,
  wasOpen,
  whoMay,
} from "./index.ts";

const person = (role: Person["role"], id: string = role): Person => ({ id, name: id, role });

describe("rights", () => {
  test("the lead may do everything, and everything has somebody who may", () => {
    for (const doing of DOINGS) expect(may(person("lead"), doing, { by: "other" })).toBe(true);
  });

  test.each([
    ["technician", ["release", "rates", "hours", "people", "customer", "export", "progress"]],
    [
      "front-desk",
      [
        "tick",
        "close-short",
        "change-job",
        "reopen",
        "soak",
        "guide",
        "teach",
        "rates",
        "hours",
        "progress",
        "people",
        "customer",
      ],
    ],
    [
      "learner",
      [
        "take-in",
        "decide",
        "release",
        "price",
        "order",
        "close-short",
        "change-job",
        "reopen",
        "guide",
        "teach",
        "stock",
        "unpack",
        "pack",
        "pin",
        "export",
        "rates",
        "hours",
        "progress",
        "people",
        "customer",
      ],
    ],
  ] as const)("what a %s may not do", (role, not) => {
    const own = { by: role };
    expect(DOINGS.filter((doing) => !may(person(role), doing, own))).toEqual(
      DOINGS.filter((doing) => (not as readonly string[]).includes(doing)),
    );
  });

  test("what is somebody else's is taken away by the lead alone", () => {
    const theirs = { by: "tobin" };
    expect(ROLES.filter((role) => may(person(role), "take-away", theirs))).toEqual(["lead"]);
    expect(may(person("learner", "tobin"), "take-away", theirs)).toBe(true);
    expect(may(person("learner", "tobin"), "take-away")).toBe(false);
  });

  test("who may is never nobody", () => {
    expect(DOINGS.filter((doing) => whoMay(doing).length === 0)).toEqual([]);
  });
});

describe("PINs", () => {
  test.each([
    ["471108", undefined],
    ["47110815", undefined],
    ["12a456", "pin-form"],
    ["4711", "pin-form"],
    ["471108151", "pin-form"],
    ["٤٧١١٠٨", "pin-form"],
    ["555555", "pin-weak"],
    ["234567", "pin-weak"],
    ["876543", "pin-weak"],
    ["474747", "pin-weak"],
    ["471471", "pin-weak"],
    ["47114711", "pin-weak"],
    ["159753", "pin-weak"],
  ])("%s → %s", (pin, type) => {
    expect(pinError(pin)?.type).toBe(type);
  });

  test("a drawn one is never weak, whatever is drawn first", () => {
    const digits = [..."111111", ..."345678", ..."402913"].map(Number);
    expect(drawnPin(() => digits.shift()!)).toBe("402913");
  });
});

describe("slow-down after wrong tries", () => {
  test.each([
    ["person", 4, 0],
    ["person", 5, 5_000],
    ["person", 6, 10_000],
    ["person", 20, 1_800_000],
    ["address", 12, 0],
    ["address", 13, 5_000],
    ["device", 20, 3_600_000],
    ["shop", 60, 0],
    ["shop", 90, 60_000],
  ] as const)("%s, %i wrong → %i ms", (of, wrong, ms) => {
    expect(waitAfter(of, wrong)).toBe(ms);
  });

  test("guessing all four digits takes longer than a month, by a player of tries", () => {
    let tries: Tries | undefined;
    let now = 0;
    for (let guess = 0; guess < 5_000; guess++) {
      if (tries) now += waitLeft("person", tries, now);
      tries = afterWrong(tries, now);
    }
    expect(now).toBeGreaterThan(31 * 24 * 3_600_000);
  });

  test("person and one device of theirs come to fewer than a hundred tries a day", () => {
    const DAY = 24 * 3_600_000;
    const inADay = (["person", "device"] as const).map((of) => {
      let tries: Tries | undefined;
      let now = 0;
      let heard = 0;
      for (;;) {
        if (tries) now += waitLeft(of, tries, now);
        if (now >= DAY) return heard;
        tries = afterWrong(tries, now);
        heard += 1;
      }
    });
    expect(inADay[0]! + inADay[1]!).toBeLessThan(100);
  });

  test("nobody waits longer than the wait, however the clock jumps", () => {
    fc.assert(
      fc.property(fc.nat(40), fc.integer(), fc.integer(), (wrong, last, now) => {
        const left = waitLeft("person", { wrong, last }, now);
        expect(left).toBeGreaterThanOrEqual(0);
        expect(left).toBeLessThanOrEqual(waitAfter("person", wrong));
      }),
    );
  });

  test("a day without a try forgets them", () => {
    expect(afterWrong({ wrong: 9, last: 0 }, 25 * 3_600_000)).toEqual({
      wrong: 1,
      last: 25 * 3_600_000,
    });
  });
});

test("a session ends by its idle time, by being ended, not by a clock put back", () => {
  const session = { person: "a", screen: "s", made: 0, seen: 60_000, ended: false };
  expect(isOpen(session, 60_000 + 5 * 60_000, 5)).toBe(true);
  expect(isOpen(session, 60_001 + 5 * 60_000, 5)).toBe(false);
  expect(isOpen(session, -1, 5)).toBe(true);
  expect(isOpen({ ...session, ended: true }, 60_000, 5)).toBe(false);
  // However much is done in it, a week is the end of it.
  const week = 7 * 24 * 3_600_000;
  expect(isOpen({ ...session, seen: week }, week, 5)).toBe(true);
  expect(isOpen({ ...session, seen: week + 1 }, week + 1, 5)).toBe(false);
});

test("what was done is believed within a session, by two clocks that are a little apart", () => {
  const minute = 60_000;
  const ended = { made: 60 * minute, seen: 70 * minute, over: 80 * minute };
  for (const at of [55, 60, 80, 85]) expect(wasOpen(ended, at * minute, 720)).toBe(true);
  for (const at of [54, 86]) expect(wasOpen(ended, at * minute, 720)).toBe(false);
  // One that was never ended lasts its idle time after it was seen last.
  const left = { ...ended, over: undefined };
  expect(wasOpen(left, 95 * minute, 20)).toBe(true);
  expect(wasOpen(left, 96 * minute, 20)).toBe(false);
});

test("a moment is told by our clock; the way there is no difference of clocks", () => {
  const hour = 3_600_000;
  expect(byOurClock(10 * hour, 9 * hour, 12 * hour)).toBe(13 * hour);
  expect(byOurClock(10 * hour, 12 * hour - 2_000, 12 * hour)).toBe(10 * hour);
});
