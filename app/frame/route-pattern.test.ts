import { patternOf } from "./route-pattern.ts";

test.each([
  ["http://b/calendar/s3cr3t.ics?q=Varn", { secret: "s3cr3t.ics" }, "/calendar/:secret"],
  ["http://b/tickets/1007/bench?for=fan", { number: "1007" }, "/tickets/:number/bench"],
  ["http://b/guides/a%20b", { id: "a b" }, "/guides/:id"],
  ["http://b/tickets?q=Odile+Varn", {}, "/tickets"],
])("%s is written as its route", (url, params, route) => {
  expect(patternOf(url, params)).toBe(route);
});
