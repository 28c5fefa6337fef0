import dayjs from "dayjs";
import utc from "dayjs/plugin/utc.js";
import { createContext, useContext, useSyncExternalStore } from "react";
import { daysBetween } from "../../core/ticket/index.ts";
import { dayName } from "../../core/words/index.ts";

dayjs.extend(utc);

/** The shop's time zone: every time on a screen is the shop's, whoever looks at it from where. */
export const ZoneContext = createContext("UTC");
export const useZone = (): string => useContext(ZoneContext);

/** An ISO day in words. ["2026-11-26"] → Thu 26 Nov */
export const dayWords = dayName;

/** The clock of a zone takes long to make: it is made once. */
const clocks = new Map<string, Intl.DateTimeFormat>();

/** A moment by a zone's clock, piece by piece. */
function piecesOf(moment: string | number, zone: string): Readonly<Record<string, string>> {
  let clock = clocks.get(zone);
  if (!clock) {
    clock = new Intl.DateTimeFormat("en-US", {
      ...{ timeZone: zone, weekday: "short", day: "numeric", month: "short" },
      ...{ hour: "2-digit", minute: "2-digit", hourCycle: "h23" },
    });
    clocks.set(zone, clock);
  }
  const parts = clock.formatToParts(new Date(moment));
  return Object.fromEntries(parts.map(({ type, value }) => [type, value]));
}

/** A moment in words, by the shop's clock. ["2026-11-26T13:05:00Z", "Europe/Berlin"] → Thu 26 Nov, 14:05 */
export const momentWords = (iso: string, zone: string): string =>
  `${dayOfWords(iso, zone)}, ${clockWords(Date.parse(iso), zone)}`;

/** The time of day of a moment, by the shop's clock. → 15:40 */
export function clockWords(ms: number, zone: string): string {
  const { hour, minute } = piecesOf(ms, zone);
  return `${hour}:${minute}`;
}

const MINUTE = 60_000;
const everyMinute = (hear: () => void): (() => void) => {
  const timer = setInterval(hear, MINUTE / 4);
  return () => clearInterval(timer);
};

export const toTheMinute = (ms: number): number => Math.floor(ms / MINUTE) * MINUTE;

/** The time, to the minute, ms since 1970; `drawn` is when the server drew the page. */
export const useNow = (drawn: number): number =>
  useSyncExternalStore(
    everyMinute,
    () => toTheMinute(Date.now()),
    () => drawn,
  );

/** The day of a moment in words, by the shop's clock. */
export function dayOfWords(iso: string, zone: string): string {
  const { weekday, day, month } = piecesOf(iso, zone);
  return `${weekday} ${day} ${month}`;
}

/** How far a promise is off: "today", "in 3 days", "2 days late". */
export function promiseWords(today: string, promised: string): string {
  const days = daysBetween(today, promised);
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  if (days > 1) return `in ${days} days`;
  return days === -1 ? "1 day late" : `${-days} days late`;
}
