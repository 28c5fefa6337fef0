import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import GlobalStyles from "@mui/material/GlobalStyles";
import { Link } from "react-router";
import { lotsOf, trayOfPlan } from "../../core/bench/index.ts";
import { troubleWords } from "../../core/words/index.ts";
import { habitOf } from "../../data/people/index.server.ts";
import { ticketByNumber } from "../../data/ticket/index.server.ts";
import { readLedger } from "../../shop/bench/index.server.ts";
import { planFor } from "../../shop/plan/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { BagLabels, CellSheet, MirrorSheets } from "../print/sheets.tsx";
import { foundOr404, ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/sheet";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Sheet ${params.number} · Brisk Bench` },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const { act } = await actFor(request);
  const [ledger, ticket] = await Promise.all([
    readLedger(act.db, number, act.actor.id),
    ticketByNumber(act.db, number),
  ]);
  const found = ticketOr404(number, ledger);
  if (!found.ok) throw new Response(troubleWords(found.error), { status: 409 });
  const { guide, model, facts } = found.value;
  const plan = await planFor(act.db, guide, facts.job);
  if (!plan.ok) throw new Response("This job has no plan; change it first.", { status: 404 });
  const asked = new URL(request.url).searchParams.get("way");
  const way = WAYS.find((one) => one === asked) ?? "mirror";
  const { grid } = await habitOf(act.db, act.actor.id);
  return {
    ticket: foundOr404(ticket, `There is no ticket ${number}.`),
    guide: model.guide,
    down: plan.value.down,
    way,
    grid,
  } as const;
}

/** What can be printed of a job: where the screws sat, the cells of the tray, labels for bags. */
const WAYS = ["mirror", "cells", "bags"] as const;
const WAY_WORDS: Readonly<Record<(typeof WAYS)[number], string>> = {
  mirror: "The mirror at true size",
  cells: "The cells of the tray",
  bags: "Labels for the bags",
};

const PRINT = {
  "@page": { size: "A4 portrait", margin: "10mm" },
  "@media print": {
    "header, .no-print": { display: "none !important" },
    body: { background: "#fff !important" },
    ".sheet": { breakAfter: "page", margin: "0 !important" },
  },
};

export default function SheetPage({ loaderData }: Route.ComponentProps) {
  const { ticket, guide, down, way, grid } = loaderData;
  const title = `${ticket.number} ${ticket.customer.name}, ${ticket.machine}`;
  const tray = way === "cells" ? trayOfPlan(guide, down, grid) : undefined;
  return (
    <Box component="main" sx={{ py: 2 }}>
      <GlobalStyles styles={PRINT} />
      <Box
        className="no-print"
        sx={{ display: "flex", gap: 2, justifyContent: "center", mb: 2, alignItems: "center" }}
      >
        <Button variant="contained" onClick={() => window.print()}>
          Print
        </Button>
        {WAYS.filter((one) => one !== way).map((one) => (
          <Link key={one} to={`?way=${one}`} style={{ color: "inherit" }}>
            {WAY_WORDS[one]}
          </Link>
        ))}
        <Link to={`/tickets/${ticket.number}/bench`} style={{ color: "inherit" }}>
          Back to the bench
        </Link>
      </Box>
      {way === "mirror" && <MirrorSheets guide={guide} title={title} lots={lotsOf(guide, down)} />}
      {way === "cells" && tray && <CellSheet guide={guide} title={title} tray={tray} />}
      {way === "bags" && <BagLabels guide={guide} title={title} down={down} />}
      {way === "cells" && !tray && (
        <p style={{ textAlign: "center" }}>
          These lots do not go into your tray: choose a bigger one at the bench.
        </p>
      )}
    </Box>
  );
}
