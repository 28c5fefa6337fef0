import Alert from "@mui/material/Alert";
import Typography from "@mui/material/Typography";
import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { type Days, isPoor, type WhatIf } from "../../core/days/index.ts";
import { whatIfWords } from "../../core/words/index.ts";
import { openLines } from "../../data/ticket/index.server.ts";
import { daysPage, pin } from "../../shop/days/index.server.ts";
import { DaysChart } from "../days/chart.tsx";
import { OrderList } from "../days/order-list.tsx";
import { WhatIfForm } from "../days/what-if.tsx";
import "../days/chart.css";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { Page } from "../ui/page.tsx";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/days";

export const meta: Route.MetaFunction = () => [{ title: "Days · Brisk Bench" }];

/** What is supposed, of an address; what says nothing of sense is nothing. */
function whatIfIn(query: URLSearchParams): WhatIf | undefined {
  const days = Math.min(30, Math.max(1, Math.round(Number(query.get("days"))) || 1));
  switch (query.get("if")) {
    case "part-late":
      return { what: "part-late", ticket: Number(query.get("ticket")), days };
    case "bench-lost":
      return { what: "bench-lost" };
    case "ill":
      return { what: "ill", person: query.get("person") ?? "", days };
    default:
      return undefined;
  }
}

export async function loader({ request, context }: Route.LoaderArgs) {
  const { shop, act, people } = await actFor(context);
  const { searchParams } = new URL(request.url);
  const what = whatIfIn(searchParams);
  const [page, lines] = await Promise.all([daysPage(shop, act.now(), what), openLines(shop.db)]);
  return {
    page,
    what,
    asked: what ? searchParams.toString() : "",
    lines: Object.fromEntries(lines.map((line) => [line.number, line])),
    names: Object.fromEntries(people.map(({ id, name }) => [id, name])),
  };
}

const readAsked = reader<{ readonly id: string; readonly ticket: number; readonly first: boolean }>(
  {
    type: "object",
    required: ["id", "ticket", "first"],
    additionalProperties: false,
    properties: {
      id: { type: "string", maxLength: 120 },
      ticket: { type: "integer", minimum: 1 },
      first: { type: "boolean" },
    },
  },
);

/** Puts a ticket first in the order of work, or lets go of it. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const asked = await readBody(request, readAsked);
  if (!asked.ok) return data<Sent>({ error: "Say which ticket." }, { status: 400 });
  const { act } = await actFor(context);
  const done = await pin(act, asked.value.ticket, asked.value.first);
  return done.ok
    ? data<Sent>({ error: undefined })
    : data<Sent>({ error: "There is no open ticket of that number." }, { status: 404 });
});

export default function DaysRoute({ loaderData }: Route.ComponentProps) {
  const { page, what, asked, lines, names } = loaderData;
  if (!page) {
    return (
      <Page title="Days">
        <Alert severity="warning">
          The days were not worked out in their time: too much else is being worked out. Load the
          page again in a minute.
        </Alert>
      </Page>
    );
  }
  const { question, days, other, unpinned } = page;
  const name = (id: string): string => names[id] ?? "Somebody";
  const { today } = question.at;
  const pins = question.pins ?? [];
  const late = days.promises.filter(isPoor);
  const dives = Object.fromEntries(
    Object.values(lines).flatMap(({ number, dive }) =>
      dive === undefined ? [] : [[number, dive]],
    ),
  );
  return (
    <Page
      title="Days"
      actions={<WhatIfForm key={asked} question={question} name={name} asked={asked} />}
    >
      {question.at.hours.people.length === 0 && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          Nobody works at a bench: add a technician under Shop, and no day is in sight until then.
        </Alert>
      )}
      {days.promises.length === 0 ? (
        <Typography>No machine has work left. A ticket that is taken in stands here.</Typography>
      ) : (
        <>
          <Typography sx={{ mb: 1 }}>
            {late.length === 0
              ? "Every promise is likelier kept than not."
              : `${late.length === 1 ? "1 promise is" : `${late.length} promises are`} likelier broken than kept: call before the day comes.`}{" "}
            <Lateness days={days} />
            {unpinned !== undefined && <PinCost with={days.lateness} without={unpinned} />}
          </Typography>
          {what && other && (
            <Alert severity="info" sx={{ mb: 1.5 }}>
              If {whatIfWords(what, name)}: {slips(days, other)} Nothing was written.
            </Alert>
          )}
          <DaysChart
            question={question}
            stays={(other ?? days).stays}
            dives={dives}
            late={new Set((other ?? days).promises.filter(isPoor).map(({ ticket }) => ticket))}
          />
          <Typography variant="h2" sx={{ mt: 2.5, mb: 0.5 }}>
            The order of work
          </Typography>
          <OrderList
            days={days}
            other={other}
            lines={lines}
            today={today}
            pins={pins}
            works={question.works}
          />
        </>
      )}
    </Page>
  );
}

function Lateness({ days: { lateness, bound, exact } }: { days: Days }) {
  const round = (value: number) => value.toFixed(1);
  return (
    <>
      All together {round(lateness)} days late in a simulated shop (a day without a machine counts
      twice); {exact ? "no order does better" : `no order could do better than ${round(bound)}`}.
    </>
  );
}

function PinCost({ with: pinned, without }: { with: number; without: number }) {
  const cost = Math.max(0, pinned - without);
  return (
    <>
      {" "}
      What was put first by hand costs{" "}
      {cost < 0.05 ? "nothing" : `${cost.toFixed(1)} days of lateness`}.
    </>
  );
}

/** Which promises go under the odds of one in two, or over. */
function slips(days: Days, other: Days): string {
  const before = new Set(days.promises.filter(isPoor).map(({ ticket }) => ticket));
  const slipped = other.promises.filter((one) => isPoor(one) && !before.has(one.ticket));
  if (slipped.length === 0) return "no promise slips that was likelier kept than not.";
  return `${slipped.map(({ ticket }) => ticket).join(", ")} ${slipped.length === 1 ? "slips" : "slip"}.`;
}
