import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { Form, Link } from "react-router";
import type { Phase } from "../../core/bench/index.ts";
import { decisionsFor, type Ticket } from "../../core/ticket/index.ts";
import { dayWords, promiseWords } from "../counter/days.ts";
import type { TicketLine } from "../counter/ticket-view.server.ts";
import { WAIT_WORDS } from "../counter/waits.ts";

/** The decision that opens a machine once more after its soak. */
export const BACK_TO_BENCH = "back-to-bench";

const jobQuery = ({ number, code, job }: Ticket): string =>
  new URLSearchParams({
    ticket: number,
    code,
    for: job.for.join(","),
    new: (job.new ?? []).join(","),
  }).toString();

/** What a ticket waits for, and what may be decided now. */
export function Decisions({
  line: { ticket },
  today,
  phase,
  faults,
  message,
}: {
  line: TicketLine;
  today: string;
  phase: Phase;
  /** What is wrong by the last soak; undefined when none was run since the machine was shut. */
  faults: readonly string[] | undefined;
  /** Why the last decision was not carried out. */
  message: string | undefined;
}) {
  const isBad = faults !== undefined && faults.length > 0;
  return (
    <Box
      sx={{
        border: "1px solid var(--line)",
        borderRadius: "6px",
        bgcolor: "var(--card)",
        p: 2,
      }}
    >
      <Typography variant="h2">
        {ticket.waits === "nothing" ? "Handed back" : `Waits for ${WAIT_WORDS[ticket.waits].short}`}
      </Typography>
      {ticket.waits !== "nothing" && (
        <Typography sx={{ mt: 0.5 }}>
          Promised for {dayWords(ticket.promised)}, {promiseWords(today, ticket.promised)}
        </Typography>
      )}
      {message !== undefined && (
        <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700, mt: 1 }}>
          {message}
        </Typography>
      )}
      <Box sx={{ display: "grid", gap: 1, mt: 2 }}>
        {ticket.waits === "bench" && (
          <Button
            component={Link}
            to={`/tickets/${ticket.number}/bench`}
            variant="contained"
            size="large"
            autoFocus
          >
            {phase === "idle" ? "Begin at the bench" : "Go on at the bench"}
          </Button>
        )}
        {["customer", "part", "bench"].includes(ticket.waits) && phase !== "up" && (
          <Button
            component={Link}
            to={`/guides/${ticket.guideId}?${jobQuery(ticket)}`}
            variant="outlined"
          >
            Change the job
          </Button>
        )}
        {ticket.waits === "soak" && <SoakSays faults={faults} />}
        {decisionsFor(ticket.waits).map(({ id, label }, i) => (
          <Form key={id} method="post">
            <input type="hidden" name="decision" value={id} />
            {id === "soak-passed" && isBad && (
              <TextField
                name="note"
                label="Why it goes out all the same"
                fullWidth
                multiline
                sx={{ mb: 1 }}
              />
            )}
            <Button
              type="submit"
              fullWidth
              size="large"
              variant={i === 0 && !isBad ? "contained" : "outlined"}
            >
              {id === "soak-passed" && isBad ? "It goes out all the same" : label}
            </Button>
          </Form>
        ))}
        {ticket.waits === "soak" && (
          <Form method="post">
            <input type="hidden" name="decision" value={BACK_TO_BENCH} />
            <input type="hidden" name="note" value={(faults ?? []).join(" ")} />
            <Button type="submit" fullWidth size="large" variant={isBad ? "contained" : "outlined"}>
              Not passed: back to the bench
            </Button>
          </Form>
        )}
      </Box>
    </Box>
  );
}

/** What the last run since the machine was shut came to. */
function SoakSays({ faults }: { faults: readonly string[] | undefined }) {
  if (faults === undefined) return <Typography>No soak was run since it was shut.</Typography>;
  if (faults.length === 0) {
    return (
      <Typography sx={{ fontWeight: 700, color: "var(--good)" }}>
        ✓ The last soak was within the limits.
      </Typography>
    );
  }
  return faults.map((says) => (
    <Typography key={says} sx={{ fontWeight: 700, color: "var(--stop)" }}>
      ✗ {says}
    </Typography>
  ));
}
