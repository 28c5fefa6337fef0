import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import { Link } from "react-router";
import {
  type Days,
  HORIZON,
  isGood,
  isPoor,
  type Promised,
  type WorkLeft,
} from "../../core/days/index.ts";
import { dayAfter, type TicketLine } from "../../core/ticket/index.ts";
import { aboveWords, oddsWords, whyWords } from "../../core/words/index.ts";
import { DiveGlyph } from "../signs/dive-line.tsx";
import { dayWords, promiseWords } from "../ui/days.ts";
import { IfMay } from "../ui/if-may.tsx";
import { useSend } from "../ui/use-send.ts";

/** The order of work: each ticket with its odds, when it is ready, and why it stands there. */
export function OrderList({
  days,
  other,
  lines,
  today,
  pins,
  works,
}: {
  days: Days;
  /** The same shop if something went otherwise. */
  other: Days | undefined;
  lines: Readonly<Record<number, TicketLine>>;
  today: string;
  pins: readonly number[];
  works: readonly WorkLeft[];
}) {
  const above = new Map(works.map((work) => [work.ticket, work.above]));
  const before = new Map(other?.promises.map((one) => [one.ticket, one]));
  return (
    <Box sx={{ overflowX: "auto" }} tabIndex={0} role="group" aria-label="The order of work, table">
      <Table size="small" aria-label="The order of work">
        <TableHead>
          <TableRow>
            <TableCell>Ticket</TableCell>
            <TableCell>Machine</TableCell>
            <TableCell>Work</TableCell>
            <TableCell>Promised</TableCell>
            <TableCell>Odds</TableCell>
            {other && <TableCell>Then</TableCell>}
            <TableCell sx={{ whiteSpace: { md: "nowrap" } }}>Ready, 9 in 10</TableCell>
            <TableCell>Why here</TableCell>
            <TableCell>By hand</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {days.promises.map((promise) => (
            <Row
              key={promise.ticket}
              promise={promise}
              then={before.get(promise.ticket)}
              hasOther={other !== undefined}
              line={lines[promise.ticket]}
              today={today}
              isPinned={pins.includes(promise.ticket)}
              above={above.get(promise.ticket)}
            />
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

function Odds({ of }: { of: Promised }) {
  const word = isGood(of) ? "good" : isPoor(of) ? "poor" : "tight";
  const colour = { good: "var(--good)", tight: "var(--ink)", poor: "var(--stop)" }[word];
  return (
    <span style={{ whiteSpace: "nowrap" }}>
      {oddsWords(of.odds)} <span style={{ color: colour }}>{word}</span>
    </span>
  );
}

function Row({
  promise,
  then,
  hasOther,
  line,
  today,
  isPinned,
  above,
}: {
  promise: Promised;
  then: Promised | undefined;
  hasOther: boolean;
  line: TicketLine | undefined;
  today: string;
  isPinned: boolean;
  /** How far its minutes may be above the least. */
  above: number | undefined;
}) {
  const { ticket, odds, sure, why } = promise;
  const send = useSend("/days");
  const isOpen = why.type === "open" || why.type === "soaking";
  const moved = then ? Math.round((then.odds - odds) * 100) : 0;
  return (
    <TableRow>
      <TableCell>
        <Link to={`/tickets/${ticket}`} className="mono" style={{ color: "inherit" }}>
          {ticket}
        </Link>
      </TableCell>
      <TableCell>{line?.machine}</TableCell>
      <TableCell>
        {line?.dive === undefined ? line?.work : <DiveGlyph dive={line.dive} />}
      </TableCell>
      <TableCell sx={{ whiteSpace: { md: "nowrap" } }}>
        {line && `${dayWords(line.promised)}, ${promiseWords(today, line.promised)}`}
      </TableCell>
      <TableCell>
        <Odds of={promise} />
      </TableCell>
      {hasOther && (
        <TableCell>
          {then && (
            <>
              <Odds of={then} />
              {moved !== 0 && ` (${moved > 0 ? "+" : "−"}${Math.abs(moved)})`}
            </>
          )}
        </TableCell>
      )}
      <TableCell sx={{ whiteSpace: { md: "nowrap" } }}>
        {sure >= HORIZON ? "not in sight" : dayWords(dayAfter(today, sure))}
      </TableCell>
      <TableCell>
        {whyWords(why)}
        {above !== undefined && <div>Its minutes are {aboveWords(above)}.</div>}
        {send.error !== undefined && <div role="alert">{send.error}</div>}
      </TableCell>
      <TableCell align="right" sx={{ whiteSpace: { md: "nowrap" } }}>
        {!isOpen && (
          <IfMay doing="pin" quiet>
            <Button
              size="small"
              variant="outlined"
              disabled={send.isBusy}
              onClick={() => send.send({ ticket, first: !isPinned })}
              aria-label={isPinned ? `Let ${ticket} go` : `Put ${ticket} first`}
            >
              {isPinned ? "Let go" : "Put first"}
            </Button>
          </IfMay>
        )}
      </TableCell>
    </TableRow>
  );
}
