import { redirect } from "react-router";
import { database } from "../../data/database/open.server.ts";
import { experienceOf } from "../../data/minutes/experience.server.ts";
import { habitOf } from "../../data/habits/habits.server.ts";
import { notesOf } from "../../data/notes/notes.server.ts";
import { photosOf } from "../../data/photos/photos.server.ts";
import { planFor } from "../../data/plans/plans.server.ts";
import { machineFor } from "../../data/guides/guides.server.ts";
import { openLedger } from "../../data/ledger/kept-ledgers.server.ts";
import { ticketByNumber } from "../../data/tickets/tickets.server.ts";
import "../bench/screen/bench.css";
import { BenchScreen } from "../bench/screen/bench-screen.tsx";
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
  const [{ model }, { events }, plan, who, notes, photos, experience] = await Promise.all([
    machineFor(db, ticket.guideId, ticket.code),
    openLedger(db, ticket),
    planFor(db, ticket),
    whoIs(db, request),
    notesOf(db, ticket.guideId),
    photosOf(db, ticket.number),
    experienceOf(db),
  ]);
  return {
    ticket,
    guide: model.guide,
    events,
    who: who.name,
    keeping: await habitOf(db, who.id),
    notes,
    photos,
    transfers: plan.ok ? plan.value.transfers : [],
    learnt: experience.learnt,
    missed: experience.missed[ticket.guideId] ?? {},
  };
}

export default function Bench({ loaderData }: Route.ComponentProps) {
  return <BenchScreen key={loaderData.ticket.number} {...loaderData} />;
}
