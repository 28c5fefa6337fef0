import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { Link, useNavigate } from "react-router";
import { byWait, WAITS } from "../../core/ticket/index.ts";
import { shop } from "../../shop/open.server.ts";
import { counter } from "../../shop/ticket/index.server.ts";
import { TicketList } from "../counter/ticket-list.tsx";
import { useKeys } from "../ui/use-keys.ts";
import type { Route } from "./+types/counter";

export const meta: Route.MetaFunction = () => [{ title: "Counter · Brisk Bench" }];

export async function loader() {
  return counter(await shop());
}

export default function Counter({
  loaderData: { lines, today, handedBack },
}: Route.ComponentProps) {
  const navigate = useNavigate();
  useKeys({ n: () => void navigate("/tickets/new") });
  const lists = byWait(lines);
  return (
    <Box component="main" sx={{ maxWidth: 1180, mx: "auto", px: 3, py: 2 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 2, mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Counter
        </Typography>
        <Link to="/tickets" style={{ color: "inherit" }}>
          All tickets
        </Link>
        <Button component={Link} to="/tickets/new" variant="contained" size="large">
          Take a machine in{" "}
          <Box component="kbd" sx={{ ml: 1, fontSize: 13, opacity: 0.8 }}>
            N
          </Box>
        </Button>
      </Box>
      {lines.length === 0 && (
        <Typography>
          {handedBack === 0
            ? "No tickets yet. The first machine that comes in starts one."
            : "Nothing waits: every machine is back with its owner."}
        </Typography>
      )}
      {WAITS.map((wait) => {
        const waiting = lists.get(wait) ?? [];
        if (waiting.length === 0) return null;
        return <TicketList key={wait} wait={wait} today={today} lines={waiting} />;
      })}
      {handedBack > 0 && (
        <Typography sx={{ color: "var(--soft)", mt: 1 }}>
          {handedBack === 1 ? "1 machine is" : `${handedBack.toLocaleString("en")} machines are`}{" "}
          handed back:{" "}
          <Link to="/tickets" style={{ color: "inherit" }}>
            see all tickets
          </Link>
          .
        </Typography>
      )}
    </Box>
  );
}
