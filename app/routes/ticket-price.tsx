import { Link } from "react-router";
import Button from "@mui/material/Button";
import { troubleWords } from "../../core/words/index.ts";
import { priced, spentBy } from "../../shop/price/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { Choices } from "../price/choices.tsx";
import { Fits } from "../price/fits.tsx";
import { Quotes } from "../price/quotes.tsx";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { Page } from "../ui/page.tsx";
import type { Route } from "./+types/ticket-price";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Price, ticket ${params.number} · Brisk Bench` },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const { db } = await shop();
  const known = ticketOr404(number, await priced(db, number));
  if (!known.ok) throw new Response(troubleWords(known.error), { status: 409 });
  const { facts, model, stand, broken, offers, trouble, rates } = known.value;
  const { job, work, waits } = facts;
  const { quotes, agreed } = stand;
  const { guide } = model;
  const spent = await spentBy(db, known.value, request.signal);
  const frail = spent?.frail ?? [];
  const wanted = new Set([...broken, ...frail.map(({ part }) => part)]);
  const useful = offers.filter(({ brings }) => brings.some((part) => wanted.has(part)));
  return {
    number,
    guide,
    job,
    work,
    waits,
    broken,
    offers: useful,
    trouble,
    rates,
    quotes,
    agreed,
    usedUp: spent?.usedUp,
    frail,
  };
}

export default function TicketPrice({ loaderData }: Route.ComponentProps) {
  const { number, quotes, agreed, waits, rates } = loaderData;
  return (
    <Page
      title={
        <>
          <span className="mono">{number}</span> Price
        </>
      }
      actions={
        <Button component={Link} to={`/tickets/${number}`} variant="outlined">
          To the ticket
        </Button>
      }
    >
      <Quotes number={number} quotes={quotes} agreed={agreed} waits={waits} rates={rates} />
      <Choices {...loaderData} />
      <Fits {...loaderData} />
    </Page>
  );
}
