import Alert from "@mui/material/Alert";
import { data, redirect } from "react-router";
import { parseJson } from "../../core/base/parse-json.ts";
import { type NewTicket, readNewTicket, shopDay } from "../../core/ticket/index.ts";
import { NEW_TICKET_WORDS, takeInErrorWords } from "../../core/words/index.ts";
import { machineLines } from "../../shop/guide/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { knownCode, takeIn } from "../../shop/ticket/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { forgetDraft } from "../take-in/draft.ts";
import { type Refusals, TakeInForm } from "../take-in/take-in-form.tsx";
import { Page } from "../ui/page.tsx";
import { fieldsOf, idsIn, readSentId } from "../ui/read-form.server.ts";
import { formOf } from "../ui/form-of.server.ts";
import type { Route } from "./+types/new-ticket";

export const meta: Route.MetaFunction = () => [{ title: "New ticket · Brisk Bench" }];

const USUAL_DAYS = 3;

export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const { zone, db } = await shop();
  const begin: NewTicket = {
    customer: "",
    phone: "",
    fault: "",
    code: searchParams.get("code") ?? "",
    serial: "",
    condition: "",
    signs: [],
    work: "replace",
    intake: {},
    consents: [],
    parts: idsIn(searchParams.get("parts") ?? ""),
    mode: "short",
    promised: shopDay(new Date(Date.now() + USUAL_DAYS * 86_400_000), zone),
    maker: "",
    model: "",
    width: "",
    height: "",
  };
  const lines = await machineLines(db);
  const machines = lines.flatMap(({ name, codes }) => codes.map((code) => ({ code, name })));
  const firstKnown = begin.code === "" ? undefined : await knownCode(db, begin.code);
  return { begin, machines, firstKnown };
}

/** What a field holds that travels as JSON; text that is none is left as it is, for the schema to refuse. */
function jsonIn(text: unknown, none: unknown): unknown {
  if (typeof text !== "string" || text === "") return none;
  const value = parseJson(text);
  return value.ok ? value.value : text;
}

const bad = (errors: Refusals) => data({ errors }, { status: 400 });

export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const all = fieldsOf(await formOf(request), ["parts", "signs"]);
  const { sent, ...fields } = all;
  const read = readNewTicket({
    mode: "short",
    work: "replace",
    ...fields,
    intake: jsonIn(fields["intake"], {}),
    consents: jsonIn(fields["consents"], []),
  });
  if (!read.ok) {
    return bad(Object.fromEntries(read.error.map((field) => [field, NEW_TICKET_WORDS[field]])));
  }
  const { act } = await actFor(context);
  const taken = await takeIn(act, read.value, readSentId(sent));
  return taken.ok ? redirect(`/tickets/${taken.value}`) : bad(takeInErrorWords(taken.error));
});

/** What was typed is kept until the server has written it: only then does it lead on to the ticket. */
export async function clientAction({ serverAction }: Route.ClientActionArgs) {
  try {
    return await serverAction();
  } catch (leads) {
    if (leads instanceof Response && leads.status >= 300 && leads.status < 400) forgetDraft();
    throw leads;
  }
}

export default function NewTicketPage({ loaderData, actionData }: Route.ComponentProps) {
  return (
    <Page title="Take a machine in">
      {actionData && "error" in actionData && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {actionData.error}
        </Alert>
      )}
      <TakeInForm
        begin={loaderData.begin}
        machines={loaderData.machines}
        firstKnown={loaderData.firstKnown}
        refused={actionData && "errors" in actionData ? actionData.errors : undefined}
      />
    </Page>
  );
}
