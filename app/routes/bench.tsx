import { redirect } from "react-router";
import { database } from "../../data/open.server.ts";
import { machineFor } from "../../data/guides.server.ts";
import { openLedger } from "../../data/ledger.server.ts";
import { ticketByNumber } from "../../data/tickets.server.ts";
import { BenchScreen } from "../bench/bench-screen.tsx";
import { whoIs } from "../frame/who.server.ts";
import type { Route } from "./+types/bench";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Bench ${params.number} · Brisk Bench` },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const db = await database();
  const ticket = await ticketByNumber(db, params.number);
  if (!ticket) throw new Response(`There is no ticket ${params.number}.`, { status: 404 });
  if (ticket.waits !== "bench") throw redirect(`/tickets/${ticket.number}`);
  const [{ machinery }, { events }, who] = await Promise.all([
    machineFor(db, ticket.guideId, ticket.code),
    openLedger(db, ticket),
    whoIs(db, request),
  ]);
  return { ticket, guide: machinery.guide, events, who: who.name };
}

export default function Bench({ loaderData }: Route.ComponentProps) {
  return <BenchScreen key={loaderData.ticket.number} {...loaderData} />;
}
