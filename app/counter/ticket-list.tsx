import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { daysBetween, type TicketLine, type Wait } from "../../core/ticket/index.ts";
import { capital, troubleWords, WAIT_WORDS } from "../../core/words/index.ts";
import { DiveGlyph } from "../signs/dive-line.tsx";
import { dayWords, promiseWords } from "../ui/days.ts";

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
      <TicketRows lines={lines} today={today} />
    </Box>
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
  const { number, customer, machine, work, waits, promised, dive, trouble } = line;
  const isOpen = waits !== "nothing";
  const isLate = isOpen && daysBetween(today, promised) < 0;
  return (
    <Box
      component={Link}
      to={`/tickets/${number}`}
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
        {number}
      </Box>
      <Box>{customer}</Box>
      <Box sx={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
        {machine} <span style={{ color: "var(--soft)" }}>· {work}</span>
        {trouble && (
          <Box sx={{ color: "var(--stop)", fontSize: 14, whiteSpace: "normal" }}>
            {troubleWords(trouble)}
          </Box>
        )}
      </Box>
      {dive ? <DiveGlyph dive={dive} label={`${dive.deepest} lifts deep`} /> : <span>no plan</span>}
      <Box sx={{ color: isLate ? "var(--stop)" : "var(--ink)", fontWeight: isLate ? 700 : 400 }}>
        {showsWait && !isOpen
          ? "handed back"
          : `${dayWords(promised)}${isOpen ? `, ${promiseWords(today, promised)}` : ""}`}
        {showsWait && isOpen && (
          <Box sx={{ fontSize: 14, color: "var(--soft)", fontWeight: 400 }}>
            {capital(WAIT_WORDS[waits].head.toLowerCase())}
          </Box>
        )}
      </Box>
    </Box>
  );
}
