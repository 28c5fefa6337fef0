import ical, { ICalCalendarMethod } from "ical-generator";
import papaparse from "papaparse";
import type { TicketLine } from "../../core/ticket/index.ts";
import { WAIT_WORDS } from "../../core/words/index.ts";

type Row = Readonly<Record<string, string | number | null>>;

/**
 * Rows as CSV (RFC 4180): CRLF, a head line, quotes where they are needed. A text that a spreadsheet would take for a
 * formula is made a text.
 */
export const csvOf = (rows: readonly Row[]): string =>
  rows.length === 0
    ? ""
    : `${papaparse.unparse([...rows], { newline: "\r\n", escapeFormulae: true })}\r\n`;

/** Promised days, and soaks that are due, as iCalendar (RFC 5545): a day each, by ticket number. */
export function calendarOf(lines: readonly TicketLine[], now: Date, host: string): string {
  const calendar = ical({
    name: "Brisk Bench: promised",
    prodId: { company: "Brisk Bench", product: "Promised days", language: "EN" },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { number, customer, machine, work, waits, promised } of lines) {
    const day = new Date(`${promised}T00:00:00Z`);
    const isSoak = waits === "soak";
    calendar.createEvent({
      id: `ticket-${number}@${host}`,
      stamp: now,
      start: day,
      end: new Date(+day + 86_400_000),
      allDay: true,
      timezone: "UTC",
      summary: `${isSoak ? "Soak" : "Promised"}: ${[number, customer, machine].filter((one) => one !== "").join(", ")}`,
      description: `${work === "" ? "" : `${work}. `}${WAIT_WORDS[waits].head}.`,
    });
  }
  return calendar.toString();
}
