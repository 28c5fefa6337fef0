/**
 * The day it is in the shop, as an ISO day: what "today", "late" and "promised for" are reckoned by.
 * `zone` is an IANA time zone. [2026-10-24T23:30:00Z, "Europe/Berlin"] → 2026-10-25
 */
export function shopDay(now: Date, zone: string): string {
  // The Swedish way of writing a day is the ISO way.
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short" }).format(now);
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
