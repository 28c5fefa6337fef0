import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { Form, Link } from "react-router";
import { diveFromPlan, stepWords } from "../../core/bench/index.ts";
import {
  capital,
  jointTool,
  jointWord,
  partWord,
  wordList,
  type Guide,
} from "../../core/guide/index.ts";
import type { Job, Plan } from "../../core/plan/index.ts";
import { DiveLine } from "../signs/dive-line.tsx";
import { usePlan } from "./use-plan.ts";

export interface OpenTicket {
  readonly number: string;
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
  favourite: string | undefined;
}) {
  const { answer, isBusy } = usePlan(guide, job);
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
          {isBusy ? "Planning" : answer ? `Planned in ${Math.round(answer.ms)} ms` : ""}
        </Typography>
        {answer && !answer.short.ok && (
          <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700 }}>
            Nothing that may be opened frees these parts.
          </Typography>
        )}
        {answer?.short.ok && (
          <>
            <Sending guide={guide} job={job} tickets={tickets} favourite={favourite} />
            <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 3, mt: 2 }}>
              <PlanView guide={guide} title="Short way" plan={answer.short.value} />
              {answer.book.ok && (
                <PlanView guide={guide} title="By the maker's book" plan={answer.book.value} />
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
  favourite: string | undefined;
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

function PlanView({ guide, title, plan }: { guide: Guide; title: string; plan: Plan }) {
  const bits = new Set(
    plan.down.flatMap((step) =>
      step.do === "release" ? (jointTool(guide.joints[step.joint]!) ?? []) : [],
    ),
  );
  const gates = new Map(plan.gates.map(({ before, joints }) => [before, joints]));
  const minutes = (plan.work + plan.handling.minutes).toFixed(1);
  return (
    <Box component="section" aria-label={title} sx={{ minWidth: 0 }}>
      <Typography variant="h2">{title}</Typography>
      <DiveLine
        dive={diveFromPlan(plan)}
        height={56}
        label={`${title}: ${plan.down.length} steps`}
      />
      <Box sx={{ my: 1 }}>
        <b>{minutes} minutes</b>, {plan.down.length} steps down, {plan.gates.length} gates,{" "}
        {plan.handling.changes} bit changes, {plan.handling.turns} turns
        <Box sx={{ color: "var(--soft)" }}>
          {plan.proven
            ? "Proven: no way takes less work."
            : `Not proven: no way takes less than ${plan.bound.toFixed(1)} minutes of work.`}{" "}
          Bits: {wordList([...bits])}.
        </Box>
      </Box>
      <Steps title="Strip-down">
        {plan.down.map((step, i) => (
          <li key={i}>{stepWords(guide, step)}</li>
        ))}
      </Steps>
      <Steps title="Build-up and gates">
        {plan.up.map((step, i) => (
          <li key={i}>
            {gates.has(i) && (
              <b>
                Gate: {wordList(gates.get(i)!.map((joint) => jointWord(guide, joint)))}
                <br />
              </b>
            )}
            {stepWords(guide, step)}
          </li>
        ))}
      </Steps>
      {plan.transfers.length > 0 && (
        <Steps title="To move over to the new part">
          {plan.transfers.map(({ part, joints }) => (
            <li key={part}>
              {capital(partWord(guide, part))}:{" "}
              {wordList(joints.map((joint) => jointWord(guide, joint)))}
            </li>
          ))}
        </Steps>
      )}
      {plan.unused.length > 0 && (
        <Box>
          Of no use here, though new: {wordList(plan.unused.map((id) => partWord(guide, id)))}.
        </Box>
      )}
      {plan.dropped.length > 0 && (
        <Steps title="Left out of the book" isOpen>
          {plan.dropped.map(({ first, then, why }) => (
            <li key={`${first} ${then}`}>{capital(why)}.</li>
          ))}
        </Steps>
      )}
    </Box>
  );
}

function Steps({
  title,
  isOpen = false,
  children,
}: {
  title: string;
  isOpen?: boolean;
  children: ReactNode;
}) {
  return (
    <Box component="details" open={isOpen || title === "Strip-down"} sx={{ my: 0.5 }}>
      <Box component="summary" sx={{ cursor: "pointer", fontWeight: 700 }}>
        {title}
      </Box>
      <Box component="ol" sx={{ my: 0.5, pl: 3.5 }}>
        {children}
      </Box>
    </Box>
  );
}
