export { calendarSecret, linesByCalendar, newCalendarSecret } from "./calendar.server.ts";
export { daysPage, earliest, oddsNow, pin } from "./days.server.ts";
export { hoursOf, keepHours } from "./hours.server.ts";
