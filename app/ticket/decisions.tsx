import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { Form, Link } from "react-router";
import type { Phase, StopKind } from "../../core/bench/index.ts";
import type { SoakVerdict } from "../../core/soak/index.ts";
import { canChangeJob, decisionsFor, type Ticket } from "../../core/ticket/index.ts";
import {
  DECISION_WORDS,
  faultWords,
  heldWords,
  verdictWords,
  WAIT_WORDS,
} from "../../core/words/index.ts";
import { dayWords, promiseWords } from "../ui/days.ts";

/** The decision that opens a machine once more after its soak. */
export const BACK_TO_BENCH = "back-to-bench";

const jobQuery = ({ number, code, job }: Ticket): string =>
  new URLSearchParams({
    ticket: String(number),
    code,
    for: job.for.join(","),
    new: (job.new ?? []).join(","),
  }).toString();

/** What a ticket waits for, and what may be decided now. */
export function Decisions({
  ticket,
  today,
  phase,
  soak,
  held,
  message,
}: {
  ticket: Ticket;
  today: string;
  /** How far the bench is; undefined where that cannot be shown. */
  phase: Phase | undefined;
  /** What the soaks come to, while it is under test. */
  soak: SoakVerdict | undefined;
  /** What the job is held for, if it is. */
  held: StopKind | undefined;
  /** Why the last decision was not carried out. */
  message: string | undefined;
}) {
  const isBad = soak !== undefined && soak.state !== "good";
  const isOver = soak?.state === "bad";
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
      {held && (
        <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700, mt: 1 }}>
          Held. {heldWords(held)} Back at the bench it goes on with what was done, and by whom.
        </Typography>
      )}
      {message !== undefined && (
        <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700, mt: 1 }}>
          {message}
        </Typography>
      )}
      <Box sx={{ display: "grid", gap: 1, mt: 2 }}>
        {ticket.waits === "bench" && phase !== undefined && (
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
        {canChangeJob(ticket.waits) && phase !== "up" && (
          <Button
            component={Link}
            to={`/guides/${ticket.guideId}?${jobQuery(ticket)}`}
            variant="outlined"
          >
            Change the job
          </Button>
        )}
        {soak && <SoakSays soak={soak} />}
        {decisionsFor(ticket.waits).map(({ id }, i) => (
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
              {id === "soak-passed" && isBad ? "It goes out all the same" : DECISION_WORDS[id]}
            </Button>
          </Form>
        ))}
        {ticket.waits === "soak" && (
          <Form method="post">
            <input type="hidden" name="decision" value={BACK_TO_BENCH} />
            <input type="hidden" name="note" value={soak && isOver ? verdictWords(soak) : ""} />
            <Button
              type="submit"
              fullWidth
              size="large"
              variant={isOver ? "contained" : "outlined"}
            >
              Not passed: back to the bench
            </Button>
          </Form>
        )}
      </Box>
    </Box>
  );
}

/** What the runs since the machine was shut came to. */
function SoakSays({ soak }: { soak: SoakVerdict }) {
  if (soak.state === "bad") {
    return soak.faults.map((fault) => (
      <Typography key={fault.what} sx={{ fontWeight: 700, color: "var(--stop)" }}>
        ✗ {faultWords(fault)}
      </Typography>
    ));
  }
  const isGood = soak.state === "good";
  return (
    <Typography sx={isGood ? { fontWeight: 700, color: "var(--good)" } : {}}>
      {isGood && "✓ "}
      {verdictWords(soak)}
    </Typography>
  );
}
