import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { Form, Link } from "react-router";
import type { Phase, StopKind } from "../../core/bench/index.ts";
import type { SoakVerdict } from "../../core/soak/index.ts";
import {
  canChangeJob,
  decisionsFor,
  isAtBench,
  isLook,
  isNamed,
  type Ticket,
} from "../../core/ticket/index.ts";
import {
  DECISION_WORDS,
  faultWords,
  heldWords,
  verdictWords,
  WAIT_WORDS,
} from "../../core/words/index.ts";
import { dayWords, promiseWords } from "../ui/days.ts";
import { useSend } from "../ui/use-send.ts";
import { IfMay } from "../ui/if-may.tsx";

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
  holds,
  blocks,
  hasQuote,
  isOrdered,
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
  /** A day that holds, where the promised one cannot. */
  holds?: string | undefined;
  /** What stands in its way, in words. */
  blocks: readonly string[];
  /** Whether there is a quote to answer. */
  hasQuote: boolean;
  /** Whether anything is ordered and not in yet. */
  isOrdered: boolean;
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
      {blocks.length > 0 && (
        <Box component="ul" aria-label="What stands in the way" sx={{ m: 0, mt: 1, pl: 2.5 }}>
          {blocks.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </Box>
      )}
      {message !== undefined && (
        <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700, mt: 1 }}>
          {message}
        </Typography>
      )}
      <Box sx={{ display: "grid", gap: 1, mt: 2 }}>
        {holds !== undefined && (
          <IfMay doing="decide" quiet>
            <Button
              component={Link}
              to={`/tickets/${ticket.number}/correct?promised=${holds}`}
              variant="outlined"
            >
              Promise {dayWords(holds)} instead
            </Button>
          </IfMay>
        )}
        {ticket.waits === "finding" && (
          <Button
            component={Link}
            to={`/tickets/${ticket.number}/find`}
            variant="contained"
            size="large"
          >
            Find out what it is
          </Button>
        )}
        {ticket.waits === "customer" && !isLook(ticket.job) && (
          <Button
            component={Link}
            to={`/tickets/${ticket.number}/price`}
            variant="outlined"
            size="large"
          >
            {hasQuote ? "Quotes, and the customer’s word" : "Price it"}
          </Button>
        )}
        {ticket.waits === "bench" && isLook(ticket.job) && phase === undefined && (
          <IfMay doing="tick">
            <Worked number={ticket.number} />
          </IfMay>
        )}
        {ticket.waits === "bench" && phase === "closed" && (
          <IfMay doing="reopen">
            <Decide id={BACK_TO_BENCH} variant="contained">
              Open it once more for its job
            </Decide>
          </IfMay>
        )}
        {!isNamed(ticket) && ticket.waits !== "nothing" && (
          <Button
            component={Link}
            to={`/tickets/${ticket.number}/correct`}
            variant={ticket.waits === "bench" ? "contained" : "outlined"}
            size="large"
          >
            Say which machine it is
          </Button>
        )}
        {ticket.waits === "collection" && (
          <Button href="#hand-back" variant="contained" size="large">
            Payment and hand-back
          </Button>
        )}
        {isAtBench(ticket) && phase !== undefined && phase !== "closed" && (
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
        {canChangeJob(ticket.waits) && isNamed(ticket) && phase !== "up" && (
          <IfMay doing="change-job" quiet>
            <Button
              component={Link}
              to={`/guides/${ticket.guideId}?${jobQuery(ticket)}`}
              variant="outlined"
            >
              Change the job
            </Button>
          </IfMay>
        )}
        {soak && <SoakSays soak={soak} />}
        {isBad && !isOver && (
          <Button
            component={Link}
            to={`/tickets/${ticket.number}/soak`}
            variant="contained"
            size="large"
          >
            Run the soak
          </Button>
        )}
        <IfMay doing="decide">
          {decisionsFor(ticket.waits)
            // What is ordered comes in by its code, one by one.
            .filter(({ id }) => id !== "part-in" || !isOrdered)
            .map(({ id }, i) => (
              <Decide
                key={id}
                id={id}
                variant={i === 0 && !isBad && id !== "no" ? "contained" : "outlined"}
                asks={id === "soak-passed" && isBad ? "Why it goes out all the same" : undefined}
              >
                {id === "soak-passed" && isBad ? "It goes out all the same" : DECISION_WORDS[id]}
              </Decide>
            ))}
        </IfMay>
        {ticket.waits === "soak" && (
          <IfMay doing="reopen" quiet>
            <Decide id={BACK_TO_BENCH} variant={isOver ? "contained" : "outlined"}>
              Not passed: back to the bench
            </Decide>
          </IfMay>
        )}
      </Box>
    </Box>
  );
}

/** One press that decides; where something is to be said with it, the field for that. */
function Decide({
  id,
  variant,
  asks,
  children,
}: {
  id: string;
  variant: "contained" | "outlined";
  asks?: string | undefined;
  children: ReactNode;
}) {
  return (
    <Form method="post">
      {asks !== undefined && (
        <TextField name="note" label={asks} fullWidth multiline sx={{ mb: 1 }} />
      )}
      <Button type="submit" name="decision" value={id} fullWidth size="large" variant={variant}>
        {children}
      </Button>
    </Form>
  );
}

/** Work that has no step on the map: feet, stickers, a polish. */
function Worked({ number }: { number: number }) {
  const deeds = useSend(`/tickets/${number}/deeds`);
  return (
    <Button
      variant="contained"
      size="large"
      disabled={deeds.isBusy}
      onClick={() => deeds.send({ deed: { kind: "worked", note: "" } })}
    >
      The work is done
    </Button>
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
