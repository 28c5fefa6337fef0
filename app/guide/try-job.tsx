import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { Form, Link } from "react-router";
import type { Guide } from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { PlanView } from "./plan-view.tsx";
import { usePlans } from "./use-plans.ts";

export interface OpenTicket {
  readonly number: number;
  readonly customer: string;
}

/** Choose what is replaced and what comes new with it; both ways stand side by side. */
export function TryJob({
  guide,
  job,
  setJob,
  tickets,
  favourite,
}: {
  guide: Guide;
  job: Job;
  setJob: (job: Job) => void;
  tickets: readonly OpenTicket[];
  /** The ticket whose job is being changed, if the page was opened from one. */
  favourite: number | undefined;
}) {
  const { asked, isSharpening } = usePlans(guide, job);
  const plans = asked.state === "done" ? asked.value : undefined;
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "300px 1fr", gap: 3 }}>
      <Choice guide={guide} job={job} setJob={setJob} />
      <Box>
        {job.for.length === 0 && (
          <Typography sx={{ color: "var(--soft)" }}>
            Choose a part: the sequence, its minutes and its gates appear here.
          </Typography>
        )}
        <Typography role="status" sx={{ color: "var(--soft)", minHeight: 24 }}>
          {asked.state === "working" && "Planning"}
          {plans &&
            `Planned in ${Math.round(plans.ms)} ms${isSharpening ? "; looking for less work" : ""}`}
          {asked.state === "failed" && "Planning broke off. Change the choice, or reload the page."}
        </Typography>
        {plans && !plans.short.ok && (
          <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700 }}>
            Nothing that may be opened frees these parts.
          </Typography>
        )}
        {plans?.short.ok && (
          <>
            <Sending guide={guide} job={job} tickets={tickets} favourite={favourite} />
            <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 3, mt: 2 }}>
              <PlanView guide={guide} title="Short way" plan={plans.short.value} />
              {plans.book.ok && (
                <PlanView guide={guide} title="By the maker's book" plan={plans.book.value} />
              )}
            </Box>
          </>
        )}
      </Box>
    </Box>
  );
}

function Choice({ guide, job, setJob }: { guide: Guide; job: Job; setJob: (job: Job) => void }) {
  const toggle = (list: readonly string[], id: string): readonly string[] =>
    list.includes(id) ? list.filter((other) => other !== id) : [...list, id];
  const fresh = job.new ?? [];
  const parts = Object.entries(guide.parts).sort(([, a], [, b]) => a.name.localeCompare(b.name));
  return (
    <Box
      component="table"
      sx={{ alignSelf: "start", "& td": { py: 0.25 }, "& th": { textAlign: "left" } }}
    >
      <thead>
        <tr>
          <th>Replace</th>
          <th>Comes new</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {parts.map(([id, { name }]) => (
          <tr key={id}>
            <td>
              <input
                type="checkbox"
                aria-label={`Replace ${name}`}
                checked={job.for.includes(id)}
                onChange={() =>
                  setJob({ ...job, for: toggle(job.for, id), new: fresh.filter((x) => x !== id) })
                }
              />
            </td>
            <td>
              <input
                type="checkbox"
                aria-label={`${name} comes new`}
                disabled={job.for.includes(id)}
                checked={fresh.includes(id)}
                onChange={() => setJob({ ...job, new: toggle(fresh, id) })}
              />
            </td>
            <td>{name}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

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
  const fresh = job.new ?? [];
  const query = new URLSearchParams({ code: guide.codes[0]!, parts: job.for.join(",") });
  const known = tickets.filter(({ number }) => number === favourite);
  const order = known.length > 0 ? known : tickets;
  return (
    <Box sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap" }}>
      {order.map(({ number, customer }) => (
        <Form key={number} method="post" action={`/tickets/${number}/job`}>
          <input type="hidden" name="for" value={job.for.join(",")} />
          <input type="hidden" name="new" value={fresh.join(",")} />
          <Button type="submit" variant={number === favourite ? "contained" : "outlined"}>
            Put on {number}, {customer}
          </Button>
        </Form>
      ))}
      <Button component={Link} to={`/tickets/new?${query.toString()}`} variant="outlined">
        New ticket with it
      </Button>
    </Box>
  );
}
