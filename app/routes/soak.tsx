import { data, Link, useRouteLoaderData } from "react-router";
import { reader, readJson } from "../../core/base/ajv.ts";
import { clientId } from "../../core/bench/index.ts";
import { readReadings, type Seen } from "../../core/soak/index.ts";
import { runFaultWords } from "../../core/words/index.ts";
import { shop } from "../../shop/open.server.ts";
import { keepSoak, soakPage } from "../../shop/soak/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import type { loader as rootLoader } from "../root.tsx";
import { SoakScreen } from "../soak/soak-screen.tsx";
import { Page } from "../ui/page.tsx";
import { foundOr404, ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { readForm } from "../ui/read-form.server.ts";
import type { Route } from "./+types/soak";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Soak ${params.number} · Brisk Bench` },
];

export async function loader({ params }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const page = await soakPage((await shop()).db, number);
  return foundOr404(page, `There is no ticket ${number}.`);
}

interface SentRun {
  readonly id: string;
  readonly round: "before" | "after";
  readonly readings: string;
  readonly seen?: string;
}
const readRun = reader<SentRun>({
  type: "object",
  required: ["id", "round", "readings"],
  properties: {
    id: clientId,
    round: { enum: ["before", "after"] },
    readings: { type: "string", maxLength: 2_000_000 },
    seen: { type: "string", maxLength: 200 },
  },
});

const readSeen = reader<Seen>({
  type: "object",
  required: ["times", "hours"],
  additionalProperties: false,
  properties: {
    times: { type: "integer", minimum: 1, maximum: 10_000 },
    hours: { type: "number", exclusiveMinimum: 0, maximum: 100_000 },
  },
});

/** Keeps a run that is over. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const form = await readForm(request, readRun);
  const readings = form.ok ? readJson(readReadings, form.value.readings) : form;
  if (!form.ok || !readings.ok) {
    return bad("This run could not be read; nothing was kept. Run it again.", 400);
  }
  const { id, round, seen: told } = form.value;
  const seen = told === undefined ? undefined : readJson(readSeen, told);
  if (seen && !seen.ok) {
    return bad("How often it was seen is a whole number, in so many hours of use.", 400);
  }
  const { act } = await actFor(context);
  const run = { id, round, readings: readings.value, ...(seen ? { seen: seen.value } : {}) };
  const kept = ticketOr404(number, await keepSoak(act, number, run));
  if (kept.ok) return data({ error: undefined });
  return kept.error.type === "run-not-kept"
    ? bad(`Nothing was kept. ${runFaultWords(kept.error.fault)}`, 400)
    : bad("A run of this name is kept already, and is another one. Run it again.", 409);
});

const bad = (error: string, status: number) => data({ error }, { status });

export default function Soak({ loaderData: { ticket, hasFan, runs } }: Route.ComponentProps) {
  const root = useRouteLoaderData<typeof rootLoader>("root");
  return (
    <Page
      title={
        <>
          Soak:{" "}
          <Link to={`/tickets/${ticket.number}`} style={{ color: "inherit" }}>
            <span className="mono">{ticket.number}</span> {ticket.customer.name}
          </Link>
          , {ticket.machine}
        </>
      }
    >
      <SoakScreen runs={runs} hasFan={hasFan} lamp={root?.lamp ?? "up"} />
    </Page>
  );
}
