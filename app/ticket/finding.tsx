import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import type { Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { SavedState } from "../../core/plan/index.ts";
import type { Job } from "../../core/rules/index.ts";
import type { BenchPhase, Wait } from "../../core/ticket/index.ts";
import { hasWay } from "../../core/ticket/index.ts";
import { FaultSearch } from "../find/fault-search.tsx";
import { useSend } from "../ui/use-send.ts";

interface Facts {
  readonly number: number;
  readonly guide: Guide;
  readonly told: Told;
  readonly from: SavedState | undefined;
  readonly waits: Wait;
  readonly bench: BenchPhase;
  readonly job: Job;
  readonly cause: { readonly note: string; readonly parts: readonly string[] } | undefined;
}

/** Finding out on a ticket: everything told is written on it, and what is found becomes its job. */
export function TicketFinding({ number, guide, told, from, waits, bench, job, cause }: Facts) {
  const deeds = useSend(`/tickets/${number}/deeds`);
  const found = useSend(`/tickets/${number}/found`);
  // The loader gives a new object each time: the worker is asked anew only where something is new.
  const key = JSON.stringify([told, from]);
  const same = useMemo(() => ({ told, from }), [key]); // eslint-disable-line react-hooks/exhaustive-deps
  const shown = useMemo(() => guide, [guide.id]); // eslint-disable-line react-hooks/exhaustive-deps
  const error = deeds.error ?? found.error;
  const name = (parts: readonly string[], by: string | undefined, note: string) =>
    found.send({ does: "name", parts, note, ...(by === undefined ? {} : { cause: by }) });
  return (
    <Box sx={{ display: "grid", gap: 2 }}>
      {error !== undefined && <Alert severity="error">{error}</Alert>}
      {cause && (
        <Alert
          severity="success"
          action={
            <Button component={Link} to={`/tickets/${number}`} color="inherit">
              To the ticket
            </Button>
          }
        >
          Found: {cause.note}.
        </Alert>
      )}
      {waits === "finding" && hasWay(job) && bench !== "closed" && (
        <Alert
          severity="info"
          action={
            <Button component={Link} to={`/tickets/${number}/bench`} color="inherit">
              To the bench
            </Button>
          }
        >
          {bench === "idle"
            ? "It can be opened up at the bench for what is to be looked at."
            : "The machine lies open at the bench: checks there cost no way any more."}
        </Alert>
      )}
      <FaultSearch
        guide={shown}
        told={same.told}
        from={same.from}
        tell={(telling) => deeds.send({ deed: telling })}
        repair={({ cause: id, name: words, parts }) => (
          <Button
            variant="contained"
            size="large"
            disabled={found.isBusy}
            onClick={() => name(parts, id, words)}
          >
            {parts.length > 0
              ? "Take this for the fault: make it the job"
              : "Take this for the fault"}
          </Button>
        )}
        take={({ cause: id, name: words, parts }) => name(parts, id, words)}
        openUp={(reach) =>
          reach.every((id) => (job.reach ?? []).includes(id)) ? undefined : (
            <Box>
              <Button
                variant="outlined"
                disabled={found.isBusy}
                onClick={() => found.send({ does: "open-up", reach })}
              >
                Open it up at the bench for this check
              </Button>
            </Box>
          )
        }
      />
      <NoneOfThese guide={guide} isBusy={found.isBusy} name={name} />
    </Box>
  );
}

/** What the list does not have: in words, without a part. */
function NoneOfThese({
  isBusy,
  name,
}: {
  guide: Guide;
  isBusy: boolean;
  name: (parts: readonly string[], cause: string | undefined, note: string) => void;
}) {
  const [note, setNote] = useState("");
  return (
    <Box component="section" aria-label="None of these">
      <Typography variant="h2">None of these</Typography>
      <Box sx={{ display: "flex", gap: 1, mt: 1, flexWrap: "wrap", alignItems: "center" }}>
        <TextField
          label="What it is, in words"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          sx={{ width: 480, maxWidth: 1 }}
          slotProps={{ htmlInput: { maxLength: 1000 } }}
        />
        <Button
          variant="outlined"
          disabled={note.trim() === "" || isBusy}
          onClick={() => name([], undefined, note.trim())}
        >
          Write that down as the fault
        </Button>
      </Box>
    </Box>
  );
}
