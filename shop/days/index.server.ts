export { daysPage, earliest, oddsNow, pin } from "./days.server.ts";
export { hoursOf, keepHours } from "./hours.server.ts";
