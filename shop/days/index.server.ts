export { daysPage, earliest, oddsNow, pin, type DaysPage } from "./days.server.ts";
export { hoursOf, keepHours } from "./hours.server.ts";
