import { findingOf } from "../../shop/find/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { troubleWords } from "../../core/words/index.ts";
import { TicketFinding } from "../ticket/finding.tsx";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { Page } from "../ui/page.tsx";
import { Readings } from "../ticket/readings.tsx";
import type { Route } from "./+types/ticket-find";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Find out, ticket ${params.number} · Brisk Bench` },
];

export async function loader({ params }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const { db } = await shop();
  const finding = ticketOr404(number, await findingOf(db, number));
  if (!finding.ok) throw new Response(troubleWords(finding.error), { status: 409 });
  const { facts, guide, stand, told, from } = finding.value;
  const { fault, waits, job, bench } = facts;
  return { number, fault, waits, job, bench, guide, told, from, cause: stand.cause };
}

export default function TicketFind({ loaderData }: Route.ComponentProps) {
  return (
    <Page
      title={
        <>
          <span className="mono">{loaderData.number}</span> Find out: {loaderData.fault}
        </>
      }
    >
      <TicketFinding {...loaderData} />
      <Readings />
    </Page>
  );
}
