import Print from "@mui/icons-material/PrintOutlined";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import GlobalStyles from "@mui/material/GlobalStyles";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import { HIDDEN } from "../ui/hidden.ts";
import { Link, useSearchParams } from "react-router";
import { lotsOf, trayOfPlan } from "../../core/bench/index.ts";
import { troubleWords } from "../../core/words/index.ts";
import { habitOf } from "../../data/people/index.server.ts";
import { ticketByNumber } from "../../data/ticket/index.server.ts";
import { readLedger } from "../../shop/bench/index.server.ts";
import { planFor } from "../../shop/plan/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { barcodeOf } from "../print/barcode.server.ts";
import { JobSheet } from "../print/job-sheet.tsx";
import { BagLabels, CellLabels, CellSheet, MirrorSheets } from "../print/sheets.tsx";
import { foundOr404, ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import type { Route } from "./+types/sheet";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Sheet ${params.number} · Brisk Bench` },
];

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const { act } = await actFor(context, request);
  const [ledger, ticket] = await Promise.all([
    readLedger(act.db, number, act.actor.id),
    ticketByNumber(act.db, number),
  ]);
  const found = ticketOr404(number, ledger);
  if (!found.ok) throw new Response(troubleWords(found.error), { status: 409 });
  const { guide, model, facts } = found.value;
  const plan = await planFor(act.db, guide, facts.job, request.signal);
  if (!plan.ok) throw new Response("This job has no plan; change it first.", { status: 404 });
  const asked = new URL(request.url).searchParams.get("way");
  const way = WAYS.find((one) => one === asked) ?? "job";
  const { grid } = await habitOf(act.db, act.actor.id);
  return {
    ticket: foundOr404(ticket, `There is no ticket ${number}.`),
    guide: model.guide,
    plan: plan.value,
    barcode: barcodeOf(String(number)),
    way,
    grid,
  } as const;
}

/** What can be printed of a job: its steps, where the screws sat, the cells of the tray, labels. */
const WAYS = ["job", "mirror", "cells", "labels", "bags"] as const;
const WAY_WORDS: Readonly<Record<(typeof WAYS)[number], string>> = {
  job: "The job",
  mirror: "The mirror at true size",
  cells: "The cells of the tray",
  labels: "Labels for the cells",
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
  const { ticket, guide, plan, way, grid, barcode } = loaderData;
  const [, setSearch] = useSearchParams();
  const title = `${ticket.number} ${ticket.customer.name}, ${ticket.machine}`;
  const head = { guide, title, barcode };
  const tray = way === "cells" || way === "labels" ? trayOfPlan(guide, plan.down, grid) : undefined;
  return (
    <Box component="main" sx={{ py: 2 }}>
      <GlobalStyles styles={PRINT} />
      <Box
        className="no-print"
        sx={{ display: "flex", gap: 2, justifyContent: "center", mb: 2, alignItems: "center" }}
      >
        <Typography variant="h1" sx={HIDDEN}>
          {WAY_WORDS[way]}: {title}
        </Typography>
        <ToggleButtonGroup
          exclusive
          aria-label="What is printed"
          value={way}
          onChange={(_, next: string | null) => next !== null && setSearch({ way: next })}
        >
          {WAYS.map((one) => (
            <ToggleButton key={one} value={one}>
              {WAY_WORDS[one]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Button variant="contained" startIcon={<Print />} onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to={`/tickets/${ticket.number}`} variant="outlined">
          To the ticket
        </Button>
      </Box>
      {way === "job" && <JobSheet {...head} fault={ticket.fault} plan={plan} />}
      {way === "mirror" && <MirrorSheets {...head} lots={lotsOf(guide, plan.down)} />}
      {way === "cells" && tray && <CellSheet {...head} tray={tray} />}
      {way === "labels" && tray && <CellLabels {...head} tray={tray} />}
      {way === "bags" && <BagLabels {...head} down={plan.down} />}
      {(way === "cells" || way === "labels") && !tray && (
        <p style={{ textAlign: "center" }}>
          These lots do not go into your tray: choose a bigger one at the bench.
        </p>
      )}
    </Box>
  );
}
