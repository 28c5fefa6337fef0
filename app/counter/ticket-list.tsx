import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { daysBetween, type Wait } from "../../core/ticket/index.ts";
import { DiveGlyph } from "../signs/dive-line.tsx";
import { dayWords, promiseWords } from "./days.ts";
import type { TicketLine } from "./ticket-view.server.ts";
import { WAIT_WORDS } from "./waits.ts";

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
    <Box component="section" aria-label={WAIT_WORDS[wait].head} sx={{ mb: 2 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {WAIT_WORDS[wait].head}{" "}
        <Box component="span" sx={{ color: "var(--soft)", fontWeight: 400 }}>
          {lines.length}
        </Box>
      </Typography>
      {lines.map((line) => (
        <Row key={line.ticket.number} line={line} today={today} />
      ))}
    </Box>
  );
}

function Row({ line: { ticket, work, dive }, today }: { line: TicketLine; today: string }) {
  const isOpen = ticket.waits !== "nothing";
  const isLate = isOpen && daysBetween(today, ticket.promised) < 0;
  return (
    <Box
      component={Link}
      to={`/tickets/${ticket.number}`}
      sx={{
        display: "grid",
        gridTemplateColumns: "64px 200px 1fr 130px 200px",
        alignItems: "center",
        gap: 2,
        minHeight: 46,
        px: 1,
        color: "var(--ink)",
        textDecoration: "none",
        borderTop: "1px solid var(--line)",
        "&:hover": { bgcolor: "var(--card)" },
      }}
    >
      <Box className="mono" sx={{ fontWeight: 700 }}>
        {ticket.number}
      </Box>
      <Box>{ticket.customer.name}</Box>
      <Box sx={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
        {ticket.machine} <span style={{ color: "var(--soft)" }}>· {work}</span>
      </Box>
      {dive ? <DiveGlyph dive={dive} label={`${dive.deepest} lifts deep`} /> : <span>no plan</span>}
      <Box sx={{ color: isLate ? "var(--stop)" : "var(--ink)", fontWeight: isLate ? 700 : 400 }}>
        {dayWords(ticket.promised)}
        {isOpen && `, ${promiseWords(today, ticket.promised)}`}
      </Box>
    </Box>
  );
}
