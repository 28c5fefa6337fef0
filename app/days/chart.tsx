import { Fragment } from "react";
import { Link } from "react-router";
import { DAY_MINUTES as DAY, openDays, type Question, type Stay } from "../../core/days/index.ts";
import { dayAfter } from "../../core/ticket/index.ts";
import { dayWords } from "../ui/days.ts";
import { DiveGlyph } from "../signs/dive-line.tsx";

/** Hours that are drawn when nobody works at others. */
const USUAL = { from: 9 * 60, to: 17 * 60 } as const;
const ROW = 44;
const HEAD = 26;
const SIDE = 96;

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
 * left out. A soak is hatched. Each bar leads to its ticket and bears its dive.
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
  return (
    <div
      className="days-chart"
      style={{ height, paddingLeft: SIDE }}
      role="group"
      aria-label="Benches and soak places over the coming days"
    >
      {Array.from({ length: rows }, (_, row) => (
        <Fragment key={row}>
          <div className="days-row" style={{ top: HEAD + row * ROW, height: ROW, width: SIDE }}>
            {row < hours.benches ? `Bench ${row + 1}` : `Soak ${row - hours.benches + 1}`}
          </div>
          <div className="days-line" style={{ top: HEAD + row * ROW }} />
        </Fragment>
      ))}
      <div className="days-field" style={{ left: SIDE }}>
        {shown.map((day, i) => (
          <div key={day} className="days-day" style={{ left: `${i * width}%`, width: `${width}%` }}>
            {dayWords(dayAfter(today, day))}
          </div>
        ))}
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
                <DiveGlyph dive={dives[ticket]} />
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
