import papaparse from "papaparse";
import type { TicketLine } from "../../core/ticket/index.ts";
import { calendarOf, csvOf } from "./files.server.ts";

test("CSV by RFC 4180 comes back as it was, and holds no formula", () => {
  const rows = [
    { ticket: 1001, fault: 'Says "dead", then\r\nnothing', phone: "" },
    { ticket: 1002, fault: "=HYPERLINK(1)", phone: null },
  ];
  const text = csvOf(rows);
  expect(text.split("\r\n")[0]).toBe("ticket,fault,phone");
  const { data } = papaparse.parse<Record<string, string>>(text.trimEnd(), { header: true });
  expect(data).toEqual([
    { ticket: "1001", fault: 'Says "dead", then\r\nnothing', phone: "" },
    { ticket: "1002", fault: "'=HYPERLINK(1)", phone: "" },
  ]);
  expect(csvOf([])).toBe("");
});

test("a calendar by RFC 5545: a day for each promise, lines folded, CRLF, commas escaped", () => {
  const line: TicketLine = {
    number: 1001,
    customer: "Varn, Odile",
    machine: "Marrowby Tern 15",
    work: "Fan",
    wanted: "replace",
    fault: "x",
    waits: "soak",
    since: "2026-03-01T08:00:00Z",
    promised: "2026-03-05",
    dive: undefined,
    trouble: undefined,
    held: undefined,
  };
  const text = calendarOf([line], new Date("2026-03-01T08:00:00Z"), "shop");
  const lines = text.split("\r\n");
  expect(lines[0]).toBe("BEGIN:VCALENDAR");
  expect(text).toContain("UID:ticket-1001@shop");
  expect(text).toContain("DTSTART;VALUE=DATE:20260305");
  expect(text).toContain("DTEND;VALUE=DATE:20260306");
  expect(text).toContain("SUMMARY:Soak: 1001\\, Varn\\, Odile\\, Marrowby Tern 15");
  for (const one of lines) expect(Buffer.byteLength(one)).toBeLessThanOrEqual(75);
});
