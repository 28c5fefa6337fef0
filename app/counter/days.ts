import dayjs from "dayjs";
import { daysBetween } from "../../core/ticket/index.ts";

/** "Thu 26 Nov". */
export const dayWords = (iso: string): string => dayjs(iso).format("ddd D MMM");

/** "Thu 26 Nov, 14:05" in the time of the place where it is read. */
export const momentWords = (iso: string): string => dayjs(iso).format("ddd D MMM, HH:mm");

/** How far a promise is off: "today", "in 3 days", "2 days late". */
export function promiseWords(today: string, promised: string): string {
  const days = daysBetween(today, promised);
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  if (days > 1) return `in ${days} days`;
  return days === -1 ? "1 day late" : `${-days} days late`;
}
