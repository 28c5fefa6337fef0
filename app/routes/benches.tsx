import Typography from "@mui/material/Typography";
import { shop } from "../../shop/open.server.ts";
import { oddsNow } from "../../shop/days/index.server.ts";
import { counter } from "../../shop/ticket/index.server.ts";
import { TicketList } from "../counter/ticket-list.tsx";
import { useFreshOdds } from "../counter/use-fresh-odds.ts";
import { Page } from "../ui/page.tsx";
import type { Route } from "./+types/benches";

export const meta: Route.MetaFunction = () => [{ title: "Bench · Brisk Bench" }];

export async function loader() {
  const here = await shop();
  return { ...(await counter(here, "bench")), ...oddsNow(here, new Date()) };
}

export default function Benches({
  loaderData: { lines, today, odds, isAging },
}: Route.ComponentProps) {
  useFreshOdds(isAging);
  return (
    <Page title="Bench">
      {lines.length === 0 ? (
        <Typography>
          No machine waits for the bench. A ticket comes here when its customer has said yes and its
          parts are in.
        </Typography>
      ) : (
        <TicketList wait="bench" lines={lines} today={today} odds={odds} />
      )}
    </Page>
  );
}
