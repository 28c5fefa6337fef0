import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { Form, Link } from "react-router";
import { shop } from "../../shop/open.server.ts";
import { allTickets } from "../../shop/ticket/index.server.ts";
import { TicketRows } from "../counter/ticket-list.tsx";
import type { Route } from "./+types/tickets";

export const meta: Route.MetaFunction = () => [{ title: "All tickets · Brisk Bench" }];

export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const page = Math.max(1, Math.floor(Number(searchParams.get("page"))) || 1);
  const query = (searchParams.get("q") ?? "").trim().slice(0, 100);
  return allTickets(await shop(), query, page);
}

export default function AllTickets({ loaderData }: Route.ComponentProps) {
  const { lines, today, query, page, pages, tickets } = loaderData;
  return (
    <Box component="main" sx={{ maxWidth: 1180, mx: "auto", px: 3, py: 2 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 2, mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          All tickets{" "}
          <Box component="span" sx={{ color: "var(--soft)", fontWeight: 400 }}>
            {tickets.toLocaleString("en")}
          </Box>
        </Typography>
        <Form role="search" style={{ display: "flex", gap: 8 }}>
          <TextField
            key={query}
            name="q"
            size="small"
            label="Number, customer, phone, serial, machine or part"
            defaultValue={query}
            sx={{ width: 400 }}
          />
          <Button type="submit" variant="outlined">
            Search
          </Button>
        </Form>
      </Box>
      {lines.length === 0 && (
        <Typography>
          {query === ""
            ? "No tickets yet. The first machine that comes in starts one."
            : `No ticket has “${query}” in it.`}
        </Typography>
      )}
      <TicketRows lines={lines} today={today} showsWait />
      {pages > 1 && <Pages query={query} page={page} pages={pages} />}
    </Box>
  );
}

function Pages({ query, page, pages }: { query: string; page: number; pages: number }) {
  const to = (at: number): string => {
    const search = new URLSearchParams({ ...(query === "" ? {} : { q: query }), page: `${at}` });
    return `?${search.toString()}`;
  };
  return (
    <Box
      component="nav"
      aria-label="Pages"
      sx={{ display: "flex", gap: 2, alignItems: "center", mt: 2 }}
    >
      <Button component={Link} to={to(page - 1)} disabled={page <= 1} variant="outlined">
        Newer
      </Button>
      <span>
        Page {page} of {pages.toLocaleString("en")}
      </span>
      <Button component={Link} to={to(page + 1)} disabled={page >= pages} variant="outlined">
        Older
      </Button>
    </Box>
  );
}
