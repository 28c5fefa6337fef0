import Alert from "@mui/material/Alert";
import { data, redirect } from "react-router";
import { correctingOf, readCorrecting } from "../../core/ticket/index.ts";
import { correctErrorWords, NEW_TICKET_WORDS } from "../../core/words/index.ts";
import { shop } from "../../shop/open.server.ts";
import { correct, correctable } from "../../shop/ticket/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { CorrectForm } from "../take-in/correct-form.tsx";
import { Page } from "../ui/page.tsx";
import { formOf } from "../ui/form-of.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { fieldsOf, readSentId } from "../ui/read-form.server.ts";
import type { Route } from "./+types/correct";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Put right ${params.number} · Brisk Bench` },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const { db } = await shop();
  const found = ticketOr404(number, await correctable(db, number));
  if (!found.ok) throw new Error(`ticket ${number} cannot be read`);
  const { says, ...rest } = found.value;
  const promised = new URL(request.url).searchParams.get("promised") ?? "";
  const offered = /^20\d\d-\d\d-\d\d$/.test(promised) ? { promised } : {};
  return { number, begin: correctingOf(says), offered, ...rest };
}

export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const { sent, ...fields } = fieldsOf(await formOf(request));
  const read = readCorrecting(fields);
  if (!read.ok) {
    const wrong = read.error.map((field) =>
      field in NEW_TICKET_WORDS
        ? NEW_TICKET_WORDS[field as keyof typeof NEW_TICKET_WORDS]
        : "At most 1000 characters.",
    );
    return data({ error: `Nothing was changed. ${wrong.join(" ")}` }, { status: 400 });
  }
  const { act } = await actFor(context);
  const done = ticketOr404(number, await correct(act, number, read.value, readSentId(sent)));
  return done.ok
    ? redirect(`/tickets/${number}`)
    : data({ error: correctErrorWords(done.error) }, { status: 409 });
});

export default function CorrectPage({ loaderData, actionData }: Route.ComponentProps) {
  const { number, begin, offered, others, isBegun, isOver } = loaderData;
  return (
    <Page
      title={
        <>
          Put ticket <span className="mono">{number}</span> right
        </>
      }
    >
      {actionData && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {actionData.error}
        </Alert>
      )}
      <CorrectForm
        number={number}
        begin={begin}
        offered={offered}
        others={others}
        isBegun={isBegun}
        isOver={isOver}
      />
    </Page>
  );
}
