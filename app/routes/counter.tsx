import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { Link, useNavigate } from "react-router";
import { byWait, WAITS } from "../../core/ticket/index.ts";
import { database } from "../../data/database/open.server.ts";
import { allTickets } from "../../data/tickets/tickets.server.ts";
import { TicketList } from "../counter/ticket-list.tsx";
import { ticketLine } from "../counter/ticket-view.server.ts";
import { useKeys } from "../ui/use-keys.ts";
import type { Route } from "./+types/counter";

export const meta: Route.MetaFunction = () => [{ title: "Counter · Brisk Bench" }];

export async function loader() {
  const db = await database();
  const tickets = await allTickets(db);
  const lines = await Promise.all(tickets.map((ticket) => ticketLine(db, ticket)));
  return { lines, today: new Date().toISOString().slice(0, 10) };
}

export default function Counter({ loaderData: { lines, today } }: Route.ComponentProps) {
  const navigate = useNavigate();
  useKeys({ n: () => void navigate("/tickets/new") });
  const lists = byWait(lines.map((line) => ({ ...line.ticket, line })));
  return (
    <Box component="main" sx={{ maxWidth: 1180, mx: "auto", px: 3, py: 2 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 2, mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Counter
        </Typography>
        <Button component={Link} to="/tickets/new" variant="contained" size="large">
          Take a machine in{" "}
          <Box component="kbd" sx={{ ml: 1, fontSize: 13, opacity: 0.8 }}>
            N
          </Box>
        </Button>
      </Box>
      {lines.length === 0 && (
        <Typography>No tickets yet. The first machine that comes in starts one.</Typography>
      )}
      {WAITS.filter((wait) => (lists.get(wait) ?? []).length > 0).map((wait) => (
        <TicketList
          key={wait}
          wait={wait}
          today={today}
          lines={(lists.get(wait) ?? []).map(({ line }) => line)}
        />
      ))}
    </Box>
  );
}
