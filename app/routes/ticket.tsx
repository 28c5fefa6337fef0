import { foldLedger, type Lot, stopById } from "../../core/bench/index.ts";
import { type Guide, jointTool } from "../../core/guide/index.ts";
import { soakFacts } from "../../core/soak/index.ts";
import { faultWords, stopAsk } from "../../core/words/index.ts";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { data } from "react-router";
import type { Database } from "../../data/database/database.server.ts";
import { database } from "../../data/database/open.server.ts";
import { machineFor } from "../../data/guides/guides.server.ts";
import { eventsOf } from "../../data/ledger/kept-ledgers.server.ts";
import { reopen } from "../../data/ledger/ledger.server.ts";
import { faultsNow, soaksOf, type Soak } from "../../data/soaks/soaks.server.ts";
import { planFor } from "../../data/plans/plans.server.ts";
import { decide, ticketByNumber } from "../../data/tickets/tickets.server.ts";
import { BACK_TO_BENCH, Decisions } from "../ticket/decisions.tsx";
import {
  JobSection,
  ProveSection,
  RecordSection,
  TakeInSection,
} from "../ticket/ticket-sections.tsx";
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
  const [{ model }, line, events, plan, soaks] = await Promise.all([
    machineFor(db, ticket.guideId, ticket.code),
    ticketLine(db, ticket),
    eventsOf(db, ticket.number),
    planFor(db, ticket),
    soaksOf(db, ticket.number),
  ]);
  const state = foldLedger(model, events);
  const { guide } = model;
  return {
    line,
    today: new Date().toISOString().slice(0, 10),
    plan: plan.ok
      ? { ...plan.value, bits: bitsOf(guide, plan.value.down.flatMap(jointOf)) }
      : undefined,
    lots: [...state.lots.values()] satisfies Lot[],
    proof: {
      answers: [...state.answers.values()].map((given) => ({
        ask: askOf(guide, given.stop),
        answer: given.answer,
        note: given.note,
      })),
      checks: [...state.checks.values()],
      fitted: state.fitted,
      soaks: soakLines(soaks),
    },
    phase: state.phase,
    faults: ticket.waits === "soak" ? faultsNow(ticket, guide, soaks)?.map(faultWords) : [],
    guide,
  };
}

const askOf = (guide: Guide, id: string): string => {
  const stop = stopById(guide, id);
  return stop ? stopAsk(guide, stop) : id;
};

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
  const text = (name: string): string => {
    const value = form.get(name);
    return typeof value === "string" ? value.trim().slice(0, MOST_NOTE) : "";
  };
  const id = text("decision");
  const stamp = { at: new Date().toISOString(), by: who.name, note: text("note") };
  if (id === "soak-passed" && stamp.note === "" && (await isOverLimits(db, params.number))) {
    const message =
      "Nothing was changed: the last soak was not within its limits. Write down why it goes out all the same, or send it back to the bench.";
    return data({ message }, { status: 422 });
  }
  const decided =
    id === BACK_TO_BENCH
      ? await reopen(db, params.number, stamp)
      : await decide(db, params.number, id, stamp);
  if (decided.ok) return { message: undefined };
  if (decided.error.type === "ticket-unknown") {
    throw new Response(`There is no ticket ${params.number}.`, { status: 404 });
  }
  const now = WAIT_WORDS[decided.error.waits].short;
  const message = `Nothing was changed: this ticket waits for ${now} now. The page shows it as it is.`;
  return data({ message }, { status: 409 });
}

const MOST_NOTE = 500;

async function isOverLimits(db: Database, number: string): Promise<boolean> {
  const ticket = await ticketByNumber(db, number);
  if (!ticket) return false;
  const { model } = await machineFor(db, ticket.guideId, ticket.code);
  const faults = faultsNow(ticket, model.guide, await soaksOf(db, number));
  return faults !== undefined && faults.length > 0;
}

/** Also after a decision that came too late: then most of all the page must show how it is. */
export const shouldRevalidate = () => true;

export default function TicketPage({ loaderData, actionData }: Route.ComponentProps) {
  const { line, today, plan, lots, phase, guide, proof, faults } = loaderData;
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
          <ProveSection guide={guide} number={ticket.number} proof={proof} />
          <RecordSection guide={guide} ticket={ticket} lots={lots} />
        </Box>
        <Decisions
          line={line}
          today={today}
          phase={phase}
          faults={faults}
          message={actionData?.message}
        />
      </Box>
    </Box>
  );
}
