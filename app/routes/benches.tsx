import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { byWait } from "../../core/ticket/index.ts";
import { database } from "../../data/database/open.server.ts";
import { allTickets } from "../../data/tickets/tickets.server.ts";
import { TicketList } from "../counter/ticket-list.tsx";
import { ticketLine } from "../counter/ticket-view.server.ts";
import type { Route } from "./+types/benches";

export const meta: Route.MetaFunction = () => [{ title: "Bench · Brisk Bench" }];

export async function loader() {
  const db = await database();
  const waiting = byWait(await allTickets(db)).get("bench") ?? [];
  const lines = await Promise.all(waiting.map((ticket) => ticketLine(db, ticket)));
  return { lines, today: new Date().toISOString().slice(0, 10) };
}

export default function Benches({ loaderData: { lines, today } }: Route.ComponentProps) {
  return (
    <Box component="main" sx={{ maxWidth: 1180, mx: "auto", px: 3, py: 2 }}>
      {lines.length === 0 ? (
        <Typography>
          No machine waits for the bench. A ticket comes here when its customer has said yes and its
          parts are in.
        </Typography>
      ) : (
        <TicketList wait="bench" lines={lines} today={today} />
      )}
    </Box>
  );
}
