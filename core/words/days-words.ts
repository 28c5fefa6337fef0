import { unreachable } from "../base/result.ts";
import type { HoursFault, WhatIf, Why } from "../days/index.ts";

/** 0.937 → 94 % */
export function oddsWords(odds: number): string {
  if (odds > 0.99) return "over 99 %";
  if (odds < 0.01) return "under 1 %";
  return `${Math.round(odds * 100)} %`;
}

/** 90 → 1 h 30; 25 → 25 min */
const spare = (minutes: number): string => {
  const whole = Math.round(Math.abs(minutes));
  if (whole < 60) return `${whole} min`;
  const rest = whole % 60;
  return rest === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${rest} min`;
};

/** Why a ticket stands where it stands in the order of work. */
export function whyWords(why: Why): string {
  switch (why.type) {
    case "open":
      return "Lies open on a bench";
    case "pinned":
      return "Put first by hand";
    case "part":
      return why.day === 1 ? "Its part is due tomorrow" : `Its part is due in ${why.day} days`;
    case "unanswered":
      return "Its customer has not answered";
    case "slack":
      return why.minutes >= 0
        ? `${spare(why.minutes)} of bench time to spare`
        : `${spare(why.minutes)} of bench time too few`;
    case "bettered":
      return why.forward
        ? "Brought forward: all promises are kept better so"
        : "Put back: all promises are kept better so";
    case "soaking":
      return "Done at the bench";
    default:
      return unreachable(why);
  }
}

const WEEKDAYS = [
  "Mondays",
  "Tuesdays",
  "Wednesdays",
  "Thursdays",
  "Fridays",
  "Saturdays",
  "Sundays",
];

/** What is wrong with hours that were written, and nothing was kept. */
export function hoursFaultWords(fault: HoursFault, name: (id: string) => string): string {
  switch (fault.type) {
    case "backwards":
      return `Nothing was kept: on ${WEEKDAYS[fault.weekday]} ${name(fault.person)} would stop before starting.`;
    case "overlap":
      return `Nothing was kept: on ${WEEKDAYS[fault.weekday]} two spans of ${name(fault.person)} overlap.`;
    case "off-backwards":
      return `Nothing was kept: the days off of ${name(fault.person)} from ${fault.from} end before they begin.`;
    case "off-past":
      return `Nothing was kept: the days off of ${name(fault.person)} from ${fault.from} are over.`;
    case "twice":
      return `Nothing was kept: ${name(fault.person)} stands there twice.`;
    default:
      return unreachable(fault);
  }
}

/** What is supposed, as the end of "If …". */
export function whatIfWords(what: WhatIf, name: (id: string) => string): string {
  switch (what.what) {
    case "part-late":
      return `the part of ${what.ticket} comes ${what.days === 1 ? "a day" : `${what.days} days`} later`;
    case "bench-lost":
      return "one bench is lost";
    case "ill":
      return `${name(what.person)} is away ${what.days === 1 ? "today" : `for ${what.days} days from today`}`;
    default:
      return unreachable(what);
  }
}
