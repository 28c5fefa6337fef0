import Alert from "@mui/material/Alert";
import Add from "@mui/icons-material/Add";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { Link, useNavigate } from "react-router";
import { SETUP_STEPS } from "../../core/setup/index.ts";
import { byWait, WAITS } from "../../core/ticket/index.ts";
import { shop } from "../../shop/open.server.ts";
import { newShop } from "../../shop/setup/index.server.ts";
import { oddsNow } from "../../shop/days/index.server.ts";
import { callsToMake, counter } from "../../shop/ticket/index.server.ts";
import { ToCall } from "../counter/to-call.tsx";
import { TicketList } from "../counter/ticket-list.tsx";
import { useFreshOdds } from "../counter/use-fresh-odds.ts";
import { keyShown, useCommands } from "../ui/commands.ts";
import { Page } from "../ui/page.tsx";
import type { Route } from "./+types/counter";
import { IfMay } from "../ui/if-may.tsx";

export const meta: Route.MetaFunction = () => [{ title: "Counter · Brisk Bench" }];

export async function loader() {
  const here = await shop();
  const [lists, calls, setup] = await Promise.all([
    counter(here),
    callsToMake(here),
    newShop(here.db, new Date()),
  ]);
  return { ...lists, calls, setup, ...oddsNow(here, new Date()) };
}

export default function Counter({
  loaderData: { lines, calls, setup, today, handedBack, odds, isAging },
}: Route.ComponentProps) {
  const navigate = useNavigate();
  useFreshOdds(isAging);
  useCommands({ "take-in": () => void navigate("/tickets/new") });
  const lists = byWait(lines);
  return (
    <Page
      title="Counter"
      actions={
        <>
          <Button component={Link} to="/tickets" variant="outlined" size="large">
            All tickets
          </Button>
          <IfMay doing="take-in" quiet>
            <Button
              component={Link}
              to="/tickets/new"
              variant="contained"
              size="large"
              startIcon={<Add />}
            >
              Take a machine in
              <kbd className="key" style={{ marginLeft: 10 }} aria-hidden="true">
                {keyShown("take-in")}
              </kbd>
            </Button>
          </IfMay>
        </>
      }
    >
      {setup && (
        <IfMay doing="rates" quiet>
          <Alert severity="info" sx={{ mb: 2 }}>
            A new shop: {setup.done.length} of {SETUP_STEPS.length} things are set up.{" "}
            <Link to="/setup" style={{ color: "inherit" }}>
              Set the shop up
            </Link>
          </Alert>
        </IfMay>
      )}
      {lines.length === 0 && (
        <Typography>
          {handedBack === 0
            ? "No tickets yet. The first machine that comes in starts one."
            : "Nothing waits: every machine is back with its owner."}
        </Typography>
      )}
      <ToCall calls={calls} />
      {WAITS.map((wait) => {
        const waiting = lists.get(wait) ?? [];
        if (waiting.length === 0) return null;
        return <TicketList key={wait} wait={wait} today={today} lines={waiting} odds={odds} />;
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
    </Page>
  );
}
