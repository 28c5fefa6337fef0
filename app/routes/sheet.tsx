import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import GlobalStyles from "@mui/material/GlobalStyles";
import { Link } from "react-router";
import { lotsOf, trayOfPlan } from "../../core/bench/index.ts";
import { habitOf } from "../../data/habits/habits.server.ts";
import { machineFor } from "../../data/guides/guides.server.ts";
import { database } from "../../data/database/open.server.ts";
import { planFor } from "../../data/plans/plans.server.ts";
import { ticketByNumber } from "../../data/tickets/tickets.server.ts";
import { whoIs } from "../frame/who.server.ts";
import { CellSheet, MirrorSheets } from "../print/sheets.tsx";
import type { Route } from "./+types/sheet";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Sheet ${params.number} · Brisk Bench` },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const db = await database();
  const ticket = await ticketByNumber(db, params.number);
  if (!ticket) throw new Response(`There is no ticket ${params.number}.`, { status: 404 });
  const [{ model }, plan, who] = await Promise.all([
    machineFor(db, ticket.guideId, ticket.code),
    planFor(db, ticket),
    whoIs(db, request),
  ]);
  if (!plan.ok) throw new Response("This job has no plan; change it first.", { status: 404 });
  const way = new URL(request.url).searchParams.get("way") === "cells" ? "cells" : "mirror";
  const { grid } = await habitOf(db, who.id);
  return { ticket, guide: model.guide, down: plan.value.down, way, grid } as const;
}

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
        <Link to={`?way=${way === "cells" ? "mirror" : "cells"}`} style={{ color: "inherit" }}>
          {way === "cells" ? "The mirror at true size" : "The cells of the tray"}
        </Link>
        <Link to={`/tickets/${ticket.number}/bench`} style={{ color: "inherit" }}>
          Back to the bench
        </Link>
      </Box>
      {way === "mirror" && <MirrorSheets guide={guide} title={title} lots={lotsOf(guide, down)} />}
      {way === "cells" && tray && <CellSheet guide={guide} title={title} tray={tray} />}
      {way === "cells" && !tray && (
        <p style={{ textAlign: "center" }}>
          These lots do not go into your tray: choose a bigger one at the bench.
        </p>
      )}
    </Box>
  );
}
