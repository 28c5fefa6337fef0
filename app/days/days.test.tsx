import { renderToStaticMarkup } from "react-dom/server";
import { MemoryRouter } from "react-router";
import { daysOf, USUAL_SHOP, USUAL_WEEK, type WorkLeft } from "../../core/days/index.ts";
import { DaysChart } from "./chart.tsx";

const MONDAY = "2026-11-30";
const work = (ticket: number, more: Partial<WorkLeft> = {}): WorkLeft => ({
  ticket,
  promised: 3,
  half: 120,
  eighty: 150,
  soaks: false,
  unanswered: false,
  weight: 1,
  open: false,
  ...more,
});

function chart(works: readonly WorkLeft[], now = 9 * 60, late: readonly number[] = []): string {
  const people = ["ada", "ben"].map((id) => ({ id, week: USUAL_WEEK, off: [] }));
  const question = {
    works,
    at: { today: MONDAY, now, hours: { ...USUAL_SHOP, benches: 2, soakPlaces: 1, people } },
  };
  return renderToStaticMarkup(
    <MemoryRouter>
      <DaysChart
        question={question}
        stays={daysOf(question, 20).stays}
        dives={{ 1: "S1 L1 P1 M1" }}
        late={new Set(late)}
      />
    </MemoryRouter>,
  );
}

/** Where bars begin and how long they are, in hundredths of the field, by their names. */
const bars = (html: string) =>
  [...html.matchAll(/<a [^>]*style="left:([\d.]+)%;width:max\(([\d.]+)%[^"]*"[^>]*?>/g)].map(
    ([whole, left, width]) => ({
      name: /aria-label="([^"]+)"/.exec(whole)![1],
      left: Number(left),
      width: Number(width),
    }),
  );

test("a bar is as long as its work, true to the hours of the day, and nights are left out", () => {
  // Two days are drawn, each of 510 minutes from nine: two hours are 120 of them.
  const [one] = bars(chart([work(1)]));
  expect(one).toMatchObject({ name: "Ticket 1", left: 0 });
  expect(one!.width).toBeCloseTo((50 * 120) / 510, 6);
  const late = bars(chart([work(1)], 16 * 60 + 30));
  expect(late.map(({ left }) => Math.round(left * 10) / 10)).toEqual([44.1, 50]);
  expect(late[1]!.width).toBeCloseTo((50 * 60) / 510, 6);
});

test("places have their rows, a soak is named, what is likely late says so, and each bar leads to its ticket", () => {
  const html = chart([work(1, { soaks: true }), work(2)], 9 * 60, [2]);
  for (const row of ["Bench 1", "Bench 2", "Soak 1"]) expect(html).toContain(row);
  expect(html).not.toContain("Bench 3");
  expect(bars(html).map(({ name }) => name)).toEqual(
    expect.arrayContaining(["Ticket 1", "Ticket 1, soak", "Ticket 2, likely late"]),
  );
  expect(html).toContain('href="/tickets/2"');
  expect(html).toContain("Mon 30 Nov");
  expect(html).toContain("Tue 1 Dec");
});

test("the hours between opening and closing are named, and work bears its dive; a soak has none", () => {
  const html = chart([work(1, { soaks: true }), work(2)]);
  const named = [...html.matchAll(/class="days-hour" style="left:([\d.]+)%">(\d+)</g)];
  expect(named.map(([, , hour]) => Number(hour))).toEqual(
    [1, 2].flatMap(() => [10, 11, 12, 13, 14, 15, 16, 17]),
  );
  expect(Number(named[0]![1])).toBeCloseTo((50 * 60) / 510, 6);
  // One dive is known, and it is that of a bench, not of its soak.
  expect(html.match(/class="days-dive"/g)).toHaveLength(1);
});

test("with no work left two days stand there with nothing on them", () => {
  const html = chart([]);
  expect(bars(html)).toEqual([]);
  expect(html).toContain("Mon 30 Nov");
});
