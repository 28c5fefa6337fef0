import Print from "@mui/icons-material/PrintOutlined";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { data, Link, useRouteLoaderData } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { blockStandsWords, decideErrorWords, partWord } from "../../core/words/index.ts";
import { reopen } from "../../shop/bench/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { decide, ticketPage } from "../../shop/ticket/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import type { loader as rootLoader } from "../root.tsx";
import { BACK_TO_BENCH, Decisions } from "../ticket/decisions.tsx";
import { Before } from "../ticket/before.tsx";
import { CallSection } from "../ticket/calls.tsx";
import { HandBackSection } from "../ticket/hand-back.tsx";
import {
  ConsentSection,
  FindSection,
  PartsSection,
  PriceSection,
} from "../ticket/office-sections.tsx";
import { RecordSection } from "../ticket/record-section.tsx";
import { Stages } from "../ticket/stages.tsx";
import { ticketView } from "../ticket/ticket-view.ts";
import {
  JobSection,
  Newer,
  OfMachine,
  ProveSection,
  TakeInSection,
  TroubleSection,
} from "../ticket/ticket-sections.tsx";
import { IfMay } from "../ui/if-may.tsx";
import { Page } from "../ui/page.tsx";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { readForm } from "../ui/read-form.server.ts";
import type { Route } from "./+types/ticket";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Ticket ${params.number} · Brisk Bench` },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const page = ticketOr404(number, await ticketPage(await shop(), number, request.signal));
  if (!page.ok) throw new Error(`ticket ${number} has no page`);
  return ticketView(page.value);
}

const readDecision = reader<{ readonly decision: string; readonly note?: string }>({
  type: "object",
  required: ["decision"],
  properties: {
    decision: { type: "string", maxLength: 40 },
    note: { type: "string", maxLength: 500 },
  },
});

export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const form = await readForm(request, readDecision);
  if (!form.ok) {
    return data(
      { message: "Nothing was changed: a note has at most 500 letters." },
      { status: 400 },
    );
  }
  const { decision, note = "" } = form.value;
  const { act } = await actFor(context);
  const decided = ticketOr404(
    number,
    decision === BACK_TO_BENCH
      ? await reopen(act, number, note)
      : await decide(act, number, decision, note),
  );
  if (decided.ok) return { message: undefined };
  const status = decided.error.type === "soak-not-passed" ? 422 : 409;
  return data({ message: decideErrorWords(decided.error) }, { status });
});

/** Also after a decision that came too late: then most of all the page must show how it is. */
export const shouldRevalidate = () => true;

export default function TicketPage({ loaderData, actionData }: Route.ComponentProps) {
  const root = useRouteLoaderData<typeof rootLoader>("root");
  const { ticket, line, today, transitions, soak, soaks, work, ofMachine } = loaderData;
  const { stand, blocks, owed, before } = loaderData;
  const { number, waits } = ticket;
  // What the bench is held for is told in full beside it.
  const open = blocks.filter(({ type }) => type !== "held" || !line.held);
  const hasNoJob = !work.ok && work.error.type === "job-empty";
  const guide = work.ok ? work.value.guide : { parts: {}, joints: {} };
  const broken = work.ok ? work.value.broken : [];
  const people = root?.people ?? [];
  return (
    <Page
      title={
        <>
          <span className="mono">{ticket.number}</span> {ticket.customer.name}: {ticket.machine}
        </>
      }
      actions={
        <>
          <IfMay doing="pack" quiet>
            <Button href={`/tickets/${ticket.number}/pack`} download>
              Pack it (ZIP)
            </Button>
          </IfMay>
          <Button
            component={Link}
            to={`/tickets/${ticket.number}/sheet`}
            variant="outlined"
            startIcon={<Print />}
          >
            Sheets and labels
          </Button>
        </>
      }
    >
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "1fr", md: "190px minmax(0, 1fr) 330px" },
          gap: { xs: 2, md: 4 },
          alignItems: "start",
        }}
      >
        <Stages waits={ticket.waits} phase={work.ok ? work.value.phase : undefined} />
        <Box sx={{ order: { xs: 3, md: 0 } }}>
          <OfMachine people={people} told={ofMachine} />
          {before && (
            <Before before={before} broken={broken.filter((one) => one.ticket !== undefined)} />
          )}
          <TakeInSection
            ticket={ticket}
            guide={guide}
            photos={loaderData.photos}
            isDone={ticket.waits !== "customer" && ticket.waits !== "finding"}
          />
          <CallSection
            number={number}
            phone={ticket.customer.phone}
            call={loaderData.call}
            calls={stand.calls}
            people={people}
          />
          <ConsentSection number={number} waits={waits} stand={stand} people={people} />
          <FindSection
            number={number}
            waits={waits}
            stand={stand}
            work={ticket.work}
            people={people}
          />
          <PriceSection number={number} waits={waits} stand={stand} />
          <PartsSection number={number} waits={waits} stand={stand} />
          {work.ok ? (
            <>
              {work.value.newer && <Newer number={ticket.number} newer={work.value.newer} />}
              <JobSection line={line} work={work.value} />
              <ProveSection
                people={people}
                number={ticket.number}
                proving={{ ...work.value.proving, soaks }}
                guide={work.value.guide}
              />
            </>
          ) : hasNoJob ? null : (
            <TroubleSection line={line} trouble={work.error} />
          )}
          {(waits === "collection" || waits === "nothing" || stand.payments.length > 0) && (
            <HandBackSection
              number={number}
              customer={ticket.customer.name}
              waits={waits}
              stand={stand}
              owed={owed}
              replaced={work.ok ? work.value.replaced : []}
              broken={broken.filter((one) => one.ticket === undefined)}
              guide={guide}
            />
          )}
          <RecordSection
            people={people}
            corrections={stand.corrections}
            transitions={transitions}
            lots={work.ok ? work.value.lots : []}
            guide={work.ok ? work.value.guide : undefined}
          />
        </Box>
        <Decisions
          ticket={ticket}
          today={today}
          phase={work.ok ? work.value.phase : undefined}
          soak={soak}
          held={line.held}
          holds={blocks.find((block) => block.type === "too-soon")?.holds}
          blocks={open.map((block) => blockStandsWords(block, (id) => partWord(guide, id)))}
          hasQuote={stand.quotes.length > 0}
          isOrdered={stand.orders.some(({ state }) => state === "under-way" || state === "wrong")}
          message={actionData && "error" in actionData ? actionData.error : actionData?.message}
        />
      </Box>
    </Page>
  );
}
