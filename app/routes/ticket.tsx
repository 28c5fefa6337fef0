import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { data, Form, Link } from "react-router";
import { foldLedger, stopById, type Lot } from "../../core/bench/index.ts";
import { jointTool, type Guide } from "../../core/guide/index.ts";
import { decisionsFor, type Ticket } from "../../core/ticket/index.ts";
import { database } from "../../data/open.server.ts";
import { machineFor } from "../../data/guides.server.ts";
import { eventsOf } from "../../data/kept-ledgers.server.ts";
import { soakFacts } from "../../core/proof/index.ts";
import { soaksOf, type Soak } from "../../data/soaks.server.ts";
import { planFor } from "../../data/plans.server.ts";
import { decide, ticketByNumber } from "../../data/tickets.server.ts";
import { dayWords, promiseWords } from "../counter/days.ts";
import {
  JobSection,
  ProofSection,
  RecordSection,
  TakeInSection,
} from "../counter/ticket-sections.tsx";
import { ticketLine } from "../counter/ticket-view.server.ts";
import { WAIT_WORDS } from "../counter/waits.ts";
import { whoIs } from "../frame/who.server.ts";
import type { Route } from "./+types/ticket";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Ticket ${params.number} · Brisk Bench` },
];

export async function loader({ params }: Route.LoaderArgs) {
  const db = await database();
  const ticket = await ticketByNumber(db, params.number);
  if (!ticket) throw new Response(`There is no ticket ${params.number}.`, { status: 404 });
  const [{ machinery }, line, events, plan, soaks] = await Promise.all([
    machineFor(db, ticket.guideId, ticket.code),
    ticketLine(db, ticket),
    eventsOf(db, ticket.number),
    planFor(db, ticket),
    soaksOf(db, ticket.number),
  ]);
  const state = foldLedger(machinery, events);
  const { guide } = machinery;
  return {
    line,
    today: new Date().toISOString().slice(0, 10),
    plan: plan.ok
      ? { ...plan.value, bits: bitsOf(guide, plan.value.down.flatMap(jointOf)) }
      : undefined,
    lots: [...state.lots.values()] satisfies Lot[],
    proof: {
      answers: [...state.answers.values()].map((given) => ({
        ask: stopById(guide, given.stop)?.ask ?? given.stop,
        answer: given.answer,
        note: given.note,
      })),
      checks: [...state.checks.values()],
      fitted: state.fitted,
      soaks: soakLines(soaks),
    },
    phase: state.phase,
    guide,
  };
}

/** Each run in one line: what it came to. */
const soakLines = (soaks: readonly Soak[]) =>
  soaks.map(({ round, readings, by, at }) => ({ round, by, at, facts: soakFacts(readings) }));

const jointOf = (step: { do: string; joint?: string }): string[] =>
  step.joint === undefined ? [] : [step.joint];

function bitsOf(guide: Guide, joints: readonly string[]): readonly string[] {
  const tools = joints.flatMap((id) => jointTool(guide.joints[id]!) ?? []);
  return [...new Set(tools)];
}

export async function action({ params, request }: Route.ActionArgs) {
  const form = await request.formData();
  const db = await database();
  const who = await whoIs(db, request);
  const stamp = { at: new Date().toISOString(), by: who.name, note: "" };
  const decision = form.get("decision");
  const id = typeof decision === "string" ? decision : "";
  const decided = await decide(db, params.number, id, stamp);
  if (decided.ok) return { message: undefined };
  if (decided.error.type === "ticket-unknown") {
    throw new Response(`There is no ticket ${params.number}.`, { status: 404 });
  }
  const now = WAIT_WORDS[decided.error.waits].short;
  const message = `Nothing was changed: this ticket waits for ${now} now. The page shows it as it is.`;
  return data({ message }, { status: 409 });
}

const jobQuery = ({ number, code, job }: Ticket): string =>
  new URLSearchParams({
    ticket: number,
    code,
    for: job.for.join(","),
    new: (job.new ?? []).join(","),
  }).toString();

/** Also after a decision that came too late: then most of all the page must show how it is. */
export const shouldRevalidate = () => true;

export default function TicketPage({ loaderData, actionData }: Route.ComponentProps) {
  const { line, today, plan, lots, phase, guide, proof } = loaderData;
  const { ticket } = line;
  return (
    <Box component="main" sx={{ maxWidth: 1180, mx: "auto", px: 3, py: 2 }}>
      <Typography variant="h1" sx={{ mb: 1.5 }}>
        <span className="mono">{ticket.number}</span> {ticket.customer.name}: {ticket.machine}
      </Typography>
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 330px", gap: 4, alignItems: "start" }}>
        <Box>
          <TakeInSection ticket={ticket} isDone={ticket.waits !== "customer"} />
          <JobSection line={line} plan={plan} phase={phase} />
          <ProofSection guide={guide} number={ticket.number} proof={proof} />
          <RecordSection guide={guide} ticket={ticket} lots={lots} />
        </Box>
        <Box
          sx={{
            border: "1px solid var(--line)",
            borderRadius: "6px",
            bgcolor: "var(--card)",
            p: 2,
          }}
        >
          <Typography variant="h2">
            {ticket.waits === "nothing"
              ? "Handed back"
              : `Waits for ${WAIT_WORDS[ticket.waits].short}`}
          </Typography>
          {ticket.waits !== "nothing" && (
            <Typography sx={{ mt: 0.5 }}>
              Promised for {dayWords(ticket.promised)}, {promiseWords(today, ticket.promised)}
            </Typography>
          )}
          {actionData?.message !== undefined && (
            <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700, mt: 1 }}>
              {actionData.message}
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
            {decisionsFor(ticket.waits).map(({ id, label }, i) => (
              <Form key={id} method="post">
                <input type="hidden" name="decision" value={id} />
                <Button
                  type="submit"
                  fullWidth
                  size="large"
                  variant={i === 0 ? "contained" : "outlined"}
                >
                  {label}
                </Button>
              </Form>
            ))}
          </Box>
        </Box>
      </Box>
    </Box>
  );
}
