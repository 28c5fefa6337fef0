import fc from "fast-check";
import {
  afterWrong,
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
  whoMay,
} from "./index.ts";

const person = (role: Person["role"], id: string = role): Person => ({ id, name: id, role });

describe("rights", () => {
  test("the lead may do everything, and everything has somebody who may", () => {
    for (const doing of DOINGS) expect(may(person("lead"), doing, { by: "other" })).toBe(true);
  });

  test.each([
    ["technician", ["rates", "hours", "people", "customer", "export", "progress"]],
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
        "price",
        "order",
        "close-short",
        "change-job",
        "reopen",
        "guide",
        "teach",
        "stock",
        "unpack",
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
    ["4711", undefined],
    ["471108", undefined],
    ["12a4", "pin-form"],
    ["123", "pin-form"],
    ["471108151", "pin-form"],
    ["٤٧١١", "pin-form"],
    ["5555", "pin-weak"],
    ["2345", "pin-weak"],
    ["8765", "pin-weak"],
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
    ["person", 20, 900_000],
    ["address", 12, 0],
    ["address", 13, 5_000],
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
});
