import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { daysBetween, type TicketLine, type Wait } from "../../core/ticket/index.ts";
import { capital, heldWords, troubleWords, WAIT_WORDS } from "../../core/words/index.ts";
import { DiveGlyph } from "../signs/dive-line.tsx";
import { dayWords, promiseWords } from "../ui/days.ts";
import "./ticket-list.css";

/** Tickets that wait for the same thing, as rows; the whole row leads to the ticket. */
export function TicketList({
  wait,
  lines,
  today,
}: {
  wait: Wait;
  lines: readonly TicketLine[];
  today: string;
}) {
  return (
    <section aria-label={WAIT_WORDS[wait].head} className="ticket-rows">
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {WAIT_WORDS[wait].head} <span className="ticket-wait">{lines.length}</span>
      </Typography>
      <TicketRows lines={lines} today={today} />
    </section>
  );
}

export const TicketRows = ({
  lines,
  today,
  showsWait = false,
}: {
  lines: readonly TicketLine[];
  today: string;
  /** Whether each row says what it waits for. */
  showsWait?: boolean;
}) =>
  lines.map((line) => <Row key={line.number} line={line} today={today} showsWait={showsWait} />);

function Row({ line, today, showsWait }: { line: TicketLine; today: string; showsWait: boolean }) {
  const { number, customer, machine, work, waits, promised, dive, trouble, held } = line;
  const isOpen = waits !== "nothing";
  const isLate = isOpen && daysBetween(today, promised) < 0;
  const when = `${dayWords(promised)}${isOpen ? `, ${promiseWords(today, promised)}` : ""}`;
  return (
    <Link to={`/tickets/${number}`} className="ticket-row">
      <span className="ticket-number mono">{number}</span>
      <span>{customer}</span>
      <span className="ticket-what">
        {machine} <span className="ticket-soft">· {work}</span>
        {trouble && <div className="ticket-trouble">{troubleWords(trouble)}</div>}
        {held && <div className="ticket-trouble">Held. {heldWords(held)}</div>}
      </span>
      {dive === undefined ? <span>no plan</span> : <DiveGlyph dive={dive} />}
      <span className={isLate ? "ticket-late" : undefined}>
        {showsWait && !isOpen ? "handed back" : when}
        {showsWait && isOpen && (
          <div className="ticket-wait">{capital(WAIT_WORDS[waits].head.toLowerCase())}</div>
        )}
      </span>
    </Link>
  );
}
