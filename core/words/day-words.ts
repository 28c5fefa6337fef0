/** The clock of no place: days have none. */
const DAY = new Intl.DateTimeFormat("en-US", {
  timeZone: "UTC",
  weekday: "short",
  day: "numeric",
  month: "short",
});

/** An ISO day in words. ["2026-11-26"] → Thu 26 Nov */
export function dayName(day: string): string {
  const parts = DAY.formatToParts(new Date(`${day}T00:00:00Z`));
  const said = Object.fromEntries(parts.map(({ type, value }) => [type, value]));
  return `${said["weekday"]} ${said["day"]} ${said["month"]}`;
}
