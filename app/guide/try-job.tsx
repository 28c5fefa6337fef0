import Alert from "@mui/material/Alert";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import { memo, useCallback, useMemo, useState } from "react";
import { Link, useSubmit } from "react-router";
import {
  type Guide,
  guideInWays,
  type HandWays,
  hasComeOut,
  mainView,
} from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { capital, partWord, wordList } from "../../core/words/index.ts";
import type { MapMarks } from "../signs/map/looks.ts";
import { MachineMap } from "../signs/map/machine-map.tsx";
import { useAfterPaint } from "../ui/after-paint.ts";
import { HandChoices } from "./hand-choices.tsx";
import { PlanView } from "./plan-view.tsx";
import { usePlans } from "./use-plans.ts";
import { ViewChoice } from "./view-choice.tsx";
import { WaysTable } from "./ways-table.tsx";
import { IfMay } from "../ui/if-may.tsx";

export interface OpenTicket {
  readonly number: number;
  readonly customer: string;
}

type Way = "short" | "book" | "careful";
const NOTHING: Job = { for: [] };

/** Choose what is replaced, on the map or by name; what the two ways come to, and one of them step by step. */
export const TryJob = memo(function TryJob({
  guide: asWritten,
  ways,
  job,
  setJob,
  tickets,
  careful: under,
  favourite,
}: {
  guide: Guide;
  /** The ways of the hand of who looks. */
  ways: HandWays;
  job: Job;
  setJob: (job: Job) => void;
  tickets: readonly OpenTicket[];
  /** Dearer by less than so many minutes, the shop takes the careful way. */
  careful: number;
  /** The ticket whose job is being changed, if the page was opened from one. */
  favourite: number | undefined;
}) {
  const guide = useMemo(() => {
    const mine = guideInWays(asWritten, ways);
    return mine.ok ? mine.value : asWritten;
  }, [asWritten, ways]);
  const strange = job.for.filter((id) => !hasComeOut(guide, id));
  const known = useMemo(
    () => (job.for.every((id) => hasComeOut(guide, id)) ? job : NOTHING),
    [guide, job],
  );
  const { asked, isSharpening } = usePlans(guide, known);
  const [way, setWay] = useState<Way>("short");
  const plans = asked.state === "done" ? asked.value : undefined;
  const short = plans?.short.ok ? plans.short.value : undefined;
  const book = plans?.book.ok ? plans.book.value : undefined;
  const besides = short?.careful;
  const safer = useMemo(
    () => (besides ? { ...known, open: besides.open, off: besides.off } : NOTHING),
    [known, besides],
  );
  const safe = usePlans(guide, safer).asked;
  const careful =
    besides && safe.state === "done" && safe.value.short.ok ? safe.value.short.value : undefined;
  const painted = useAfterPaint(way);
  const chosen = painted === "book" ? book : painted === "careful" ? careful : short;
  const shown = chosen ?? short;
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "1fr", md: "minmax(380px, 5fr) 7fr" },
        gap: 3,
      }}
    >
      <Choosing guide={guide} job={job} setJob={setJob} />
      <Box sx={{ minWidth: 0 }}>
        {job.for.length === 0 && (
          <Typography sx={{ color: "var(--soft)" }}>
            Choose a part, on the map or by name: its sequence, minutes and gates appear here.
          </Typography>
        )}
        <Typography role="status" sx={{ color: "var(--soft)", minHeight: 24 }}>
          {asked.state === "working" && "Planning"}
          {plans &&
            `Planned in ${Math.round(plans.ms)} ms${isSharpening ? "; still looking for less work" : ""}`}
          {asked.state === "failed" && "Planning broke off. Change the choice, or reload the page."}
        </Typography>
        {strange.length > 0 && (
          <Alert severity="info">
            {capital(wordList(strange.map((id) => `the ${partWord(guide, id)}`)))} never came out of
            this machine here: how is not known yet. Put it on a ticket; the bench learns it.
          </Alert>
        )}
        {plans && !short && (
          <Alert severity="error">
            No sequence frees these parts: something that holds them may not be opened.
          </Alert>
        )}
        {short && shown && (
          <>
            <WaysTable guide={guide} short={short} book={book} />
            <HandChoices guide={asWritten} job={known} ways={ways} />
            <Sending
              guide={guide}
              job={way === "careful" ? safer : job}
              tickets={tickets}
              favourite={favourite}
            />
            <ToggleButtonGroup
              exclusive
              aria-label="Which way"
              value={way}
              onChange={(_, chosen: Way | null) => chosen && setWay(chosen)}
              sx={{ mt: 2 }}
            >
              <ToggleButton value="short">Short way</ToggleButton>
              <ToggleButton value="book" disabled={!book}>
                By the maker&rsquo;s book
              </ToggleButton>
              {besides && (
                <ToggleButton value="careful" disabled={!careful}>
                  Careful way, {besides.minutes.toFixed(1)} min more
                </ToggleButton>
              )}
            </ToggleButtonGroup>
            <PlanView
              guide={guide}
              title={
                shown === short
                  ? "Short way"
                  : shown === book
                    ? "By the maker's book"
                    : "Careful way"
              }
              job={known}
              plan={shown}
              careful={under}
            />
          </>
        )}
      </Box>
    </Box>
  );
});

const Choosing = memo(function Choosing({
  guide,
  job,
  setJob,
}: {
  guide: Guide;
  job: Job;
  setJob: (job: Job) => void;
}) {
  const [view, setView] = useState(() => mainView(guide));
  const fresh = useMemo(() => job.new ?? [], [job]);
  const parts = useMemo(
    () =>
      Object.keys(guide.parts).sort((a, b) =>
        guide.parts[a]!.name.localeCompare(guide.parts[b]!.name),
      ),
    [guide],
  );
  const replace = useCallback(
    (ids: readonly string[]) =>
      setJob({ ...job, for: ids, new: fresh.filter((id) => !ids.includes(id)) }),
    [job, fresh, setJob],
  );
  const tap = (id: string) => {
    if (!Object.hasOwn(guide.parts, id)) return;
    replace(job.for.includes(id) ? job.for.filter((one) => one !== id) : [...job.for, id]);
  };
  const marks: MapMarks = {
    touched: new Set(job.for),
    out: NOBODY,
    inTheWay: new Set(fresh),
    ahead: NOBODY,
  };
  const name = (id: string): string => guide.parts[id]!.name;
  return (
    <Box sx={{ display: "grid", gap: 1.5, alignContent: "start" }}>
      <Autocomplete
        multiple
        options={parts}
        getOptionLabel={name}
        value={[...job.for]}
        onChange={(_, ids) => replace(ids)}
        renderInput={(props) => <TextField {...props} label="Replace" />}
      />
      <Autocomplete
        multiple
        options={parts.filter((id) => !job.for.includes(id))}
        getOptionLabel={name}
        value={[...fresh]}
        onChange={(_, ids) => setJob({ ...job, new: ids })}
        renderInput={(props) => (
          <TextField
            {...props}
            label="Comes new with it"
            helperText="Then it need not be moved over."
          />
        )}
      />
      <ViewChoice guide={guide} view={view} choose={setView} />
      <Box sx={{ height: 360, border: "1px solid var(--line)", borderRadius: "6px" }}>
        <MachineMap guide={guide} view={view} marks={marks} onTap={tap} />
      </Box>
    </Box>
  );
});

const NOBODY: ReadonlySet<string> = new Set();

function Sending({
  guide,
  job,
  tickets,
  favourite,
}: {
  guide: Guide;
  job: Job;
  tickets: readonly OpenTicket[];
  favourite: number | undefined;
}) {
  const submit = useSubmit();
  const fresh = job.new ?? [];
  const query = new URLSearchParams({ code: guide.codes[0]!, parts: job.for.join(",") });
  const known = tickets.filter(({ number }) => number === favourite);
  const order = known.length > 0 ? known : tickets;
  return (
    <Box sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap", mt: 2 }}>
      {order.map(({ number, customer }) => (
        <IfMay key={number} doing="change-job" quiet>
          <Button
            variant={number === favourite ? "contained" : "outlined"}
            onClick={() =>
              void submit(
                {
                  for: job.for.join(","),
                  new: fresh.join(","),
                  open: (job.open ?? []).join(","),
                  off: (job.off ?? []).join(","),
                },
                { method: "post", action: `/tickets/${number}/job` },
              )
            }
          >
            Put on {number}, {customer}
          </Button>
        </IfMay>
      ))}
      <IfMay doing="take-in" quiet>
        <Button component={Link} to={`/tickets/new?${query.toString()}`} variant="outlined">
          New ticket with it
        </Button>
      </IfMay>
    </Box>
  );
}
