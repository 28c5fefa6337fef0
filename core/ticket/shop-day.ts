/**
 * The day it is in the shop, as an ISO day: what "today", "late" and "promised for" are reckoned by.
 * `zone` is an IANA time zone. [2026-10-24T23:30:00Z, "Europe/Berlin"] → 2026-10-25
 */
export function shopDay(now: Date, zone: string): string {
  // The Swedish way of writing a day is the ISO way.
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short" }).format(now);
}

/** Minutes since the shop's midnight. [2026-10-24T23:30:00Z, "Europe/Berlin"] → 90 */
export function clockMinutes(now: Date, zone: string): number {
  const [hours, minutes] = new Intl.DateTimeFormat("sv-SE", { timeZone: zone, timeStyle: "short" })
    .format(now)
    .split(":")
    .map(Number);
  return hours! * 60 + minutes!;
}

/** Whether a text names a time zone. */
export function isZone(zone: string): boolean {
  try {
    shopDay(new Date(0), zone);
    return true;
  } catch {
    return false;
  }
}
