import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { daysBetween, type TicketLine, type Wait } from "../../core/ticket/index.ts";
import {
  heldWords,
  oddsWords,
  troubleWords,
  WAIT_WORDS,
  WORK_WORDS,
} from "../../core/words/index.ts";
import { DiveGlyph } from "../signs/dive-line.tsx";
import { dayOfWords, dayWords, promiseWords, useZone } from "../ui/days.ts";
import "./ticket-list.css";

/** Tickets that wait for the same thing, as rows; the whole row leads to the ticket. */
export function TicketList({
  wait,
  lines,
  today,
  odds,
}: {
  wait: Wait;
  lines: readonly TicketLine[];
  today: string;
  /** The odds of promises, by ticket, where they are known. */
  odds: Readonly<Record<number, number>>;
}) {
  return (
    <section aria-label={WAIT_WORDS[wait].head} className="ticket-rows">
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {WAIT_WORDS[wait].head} <span className="ticket-wait">{lines.length}</span>
      </Typography>
      {lines.map((line) => (
        <Row key={line.number} line={line} today={today} odds={odds[line.number]} />
      ))}
    </section>
  );
}

/** "Thu " is left out where there is little room. */
const WEEKDAY = 4;

function Row({ line, today, odds }: { line: TicketLine; today: string; odds: number | undefined }) {
  const { number, customer, machine, fault, work, wanted, since, promised, dive, trouble, held } =
    line;
  const zone = useZone();
  const isLate = daysBetween(today, promised) < 0;
  return (
    <Link to={`/tickets/${number}`} className="ticket-row">
      <span className="ticket-number mono">{number}</span>
      <span className="ticket-what">{customer}</span>
      <span className="ticket-what">
        {machine}
        <div className="ticket-what ticket-wait">{fault}</div>
        {trouble && <div className="ticket-trouble">{troubleWords(trouble)}</div>}
        {held && <div className="ticket-trouble">Held. {heldWords(held)}</div>}
      </span>
      <span className="ticket-what ticket-soft">{work === "" ? WORK_WORDS[wanted] : work}</span>
      {dive === undefined ? <span>{work === "" ? "" : "no plan"}</span> : <DiveGlyph dive={dive} />}
      <span className={isLate ? "ticket-late" : undefined}>
        {dayWords(promised)}, {promiseWords(today, promised)}
        <div className="ticket-wait">
          {odds === undefined
            ? `waits since ${dayOfWords(since, zone)}`
            : `${oddsWords(odds)} in time, since ${dayOfWords(since, zone).slice(WEEKDAY)}`}
        </div>
      </span>
    </Link>
  );
}
