import { Link } from "react-router";
import { DAY_MINUTES as DAY, openDays, type Question, type Stay } from "../../core/days/index.ts";
import { dayAfter } from "../../core/ticket/index.ts";
import { dayWords } from "../ui/days.ts";
import { diveFromText } from "../../core/plan/index.ts";
import { DiveLine } from "../signs/dive-line.tsx";

/** Hours that are drawn when nobody works at others. */
const USUAL = { from: 9 * 60, to: 17 * 60 } as const;
/** An hour is so wide that a day of eight fills the page at 1280, and work of a quarter of an hour still bears its number. */
const HOUR_PX = 132;
const ROW = 48;
const HEAD = 48;
const SIDE = 80;

interface Piece {
  readonly key: string;
  readonly row: number;
  readonly left: number;
  readonly right: number;
  readonly ticket: number;
  readonly soaks: boolean;
  readonly isFirst: boolean;
}

/**
 * Benches and soak places over the coming working days, true to time: a bar is as long as its work takes; nights are
 * left out. A soak is hatched. Each bar leads to its ticket and bears its dive, drawn as long as the work. What does not
 * fit is scrolled to.
 */
export function DaysChart({
  question,
  stays,
  dives,
  late,
}: {
  question: Question;
  stays: readonly Stay[];
  dives: Readonly<Record<number, string>>;
  /** Tickets that are likelier late than in time. */
  late: ReadonlySet<number>;
}) {
  const { today, hours, now } = question.at;
  const { from, to } = openOf(question);
  const shown = workDays(question, stays);
  const width = 100 / shown.length;
  /** Where a time is drawn, in hundredths of the width; what is past the last day is cut there. */
  const at = (time: number): number => {
    const day = Math.floor(time / DAY);
    const place = shown.findIndex((one) => one >= day);
    if (place < 0) return 100;
    const within = shown[place] === day ? (time - day * DAY - from) / (to - from) : 0;
    return width * (place + Math.min(1, Math.max(0, within)));
  };
  const rows = hours.benches + hours.soakPlaces;
  const pieces = stays.flatMap((stay) => piecesOf(stay, hours.benches, at));
  const height = HEAD + rows * ROW;
  const wide = (shown.length * HOUR_PX * (to - from)) / 60;
  return (
    <div
      className="days-chart"
      role="group"
      aria-label="Benches and soak places over the coming days"
    >
      <div className="days-side" style={{ height, width: SIDE, paddingTop: HEAD }}>
        {Array.from({ length: rows }, (_, row) => (
          <div key={row} className="days-row" style={{ height: ROW }}>
            {row < hours.benches ? `Bench ${row + 1}` : `Soak ${row - hours.benches + 1}`}
          </div>
        ))}
      </div>
      <div className="days-field" style={{ height, width: wide }}>
        {Array.from({ length: rows }, (_, row) => (
          <div key={row} className="days-line" style={{ top: HEAD + row * ROW }} />
        ))}
        {shown.map((day, i) => (
          <div key={day} className="days-day" style={{ left: `${i * width}%`, width: `${width}%` }}>
            <span style={{ left: SIDE + 8 }}>{dayWords(dayAfter(today, day))}</span>
          </div>
        ))}
        {shown.flatMap((day) =>
          hoursIn(from, to).map((hour) => (
            <div
              key={`${day}-${hour}`}
              className="days-hour"
              style={{ left: `${at(day * DAY + hour * 60)}%` }}
            >
              {hour}
            </div>
          )),
        )}
        {shown[0] === 0 && now > from && now < to && (
          <div className="days-now" style={{ left: `${at(now)}%`, top: HEAD }} />
        )}
        {pieces.map(({ key, row, left, right, ticket, soaks, isFirst }) => (
          <Link
            key={key}
            to={`/tickets/${ticket}`}
            className={`days-piece${soaks ? " days-soak" : ""}${late.has(ticket) ? " days-late" : ""}`}
            style={{
              left: `${left}%`,
              width: `max(${right - left}%, 3px)`,
              top: HEAD + row * ROW + 4,
              height: ROW - 8,
            }}
            aria-label={`Ticket ${ticket}${soaks ? ", soak" : ""}${late.has(ticket) ? ", likely late" : ""}`}
            title={`Ticket ${ticket}`}
            tabIndex={isFirst ? 0 : -1}
          >
            <span className="days-number mono">{ticket}</span>
            {!soaks && dives[ticket] !== undefined && (
              <span className="days-dive" aria-hidden="true">
                <DiveLine dive={diveFromText(dives[ticket])} height={18} label="" />
              </span>
            )}
          </Link>
        ))}
      </div>
    </div>
  );
}

/** The hours of a day that are drawn: from the first that anybody begins to the last that anybody ends. */
function openOf({ at: { hours } }: Question): { readonly from: number; readonly to: number } {
  const spans = hours.people.flatMap(({ week }) => week.flat());
  if (spans.length === 0) return USUAL;
  return {
    from: Math.min(...spans.map(([from]) => from)),
    to: Math.max(...spans.map(([, to]) => to)),
  };
}

/** The full hours of a day that are drawn, but the one that it begins with or ends at. */
const hoursIn = (from: number, to: number): readonly number[] =>
  Array.from({ length: 24 }, (_, hour) => hour).filter(
    (hour) => hour * 60 > from + 15 && hour * 60 < to - 15,
  );

const FEWEST_DAYS = 2;
const MOST_DAYS = 5;

/** The next days on which anybody works, as far as there is work, and at least two: at most a week of them. */
function workDays({ at: { today, hours } }: Question, stays: readonly Stay[]): readonly number[] {
  const found = openDays(hours, today);
  const ends = stays.flatMap(({ pieces }) => pieces.map(([, to]) => to)).filter(Number.isFinite);
  const needed = found.filter((day) => day <= Math.max(0, ...ends) / DAY).length;
  const count = Math.min(MOST_DAYS, Math.max(FEWEST_DAYS, needed));
  return found.length > 0 ? found.slice(0, count) : [0];
}

function piecesOf(
  { ticket, bench, pieces, soak }: Stay,
  benches: number,
  at: (time: number) => number,
): readonly Piece[] {
  const work = pieces.map(([start, end], i) => ({
    key: `${ticket}-${i}`,
    row: bench,
    left: at(start),
    right: at(end),
    ticket,
    soaks: false,
    isFirst: i === 0,
  }));
  const rest = soak
    ? [
        {
          key: `${ticket}-soak`,
          row: benches + soak.place,
          left: at(soak.from),
          right: at(soak.to),
          ticket,
          soaks: true,
          isFirst: pieces.length === 0,
        },
      ]
    : [];
  return [...work, ...rest].filter(({ left, right }) => left < 100 && right > 0);
}
