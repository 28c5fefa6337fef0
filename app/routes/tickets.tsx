import Add from "@mui/icons-material/Add";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import InputAdornment from "@mui/material/InputAdornment";
import Search from "@mui/icons-material/Search";
import TextField from "@mui/material/TextField";
import { useMemo } from "react";
import { Form, Link, useNavigation, useSearchParams } from "react-router";
import { TICKET_ORDERS } from "../../core/ticket/index.ts";
import { WAIT_WORDS, WORK_WORDS } from "../../core/words/index.ts";
import { shop } from "../../shop/open.server.ts";
import { allTickets } from "../../shop/ticket/index.server.ts";
import { DiveGlyph } from "../signs/dive-line.tsx";
import { dayWords, promiseWords } from "../ui/days.ts";
import { Grid } from "../ui/grid.tsx";
import { Page } from "../ui/page.tsx";
import type { Route } from "./+types/tickets";
import { IfMay } from "../ui/if-may.tsx";

export const meta: Route.MetaFunction = () => [{ title: "All tickets · Brisk Bench" }];

const SIZE = 50;
const MOST_SIZE = 100;

export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const whole = (name: string, otherwise: number): number =>
    Math.max(1, Math.floor(Number(searchParams.get(name))) || otherwise);
  return allTickets(await shop(), {
    query: (searchParams.get("q") ?? "").trim().slice(0, 100),
    page: whole("page", 1),
    size: Math.min(MOST_SIZE, whole("size", SIZE)),
    by: TICKET_ORDERS.find((order) => order === searchParams.get("by")),
    isUp: searchParams.get("up") === "yes",
  });
}

/** Every ticket the shop ever had, looked through and searched. */
export default function AllTickets({ loaderData }: Route.ComponentProps) {
  const { lines, today, query, tickets } = loaderData;
  const [, setSearch] = useSearchParams();
  const { state } = useNavigation();
  const rows = useMemo(
    () =>
      lines.map(({ number, customer, machine, work, wanted, fault, waits, promised, dive }) => ({
        id: number,
        number,
        customer,
        machine,
        fault,
        work: work === "" ? WORK_WORDS[wanted] : work,
        waits: WAIT_WORDS[waits].head,
        promised:
          waits === "nothing"
            ? dayWords(promised)
            : `${dayWords(promised)}, ${promiseWords(today, promised)}`,
        dive,
      })),
    [lines, today],
  );
  const change = (change: Readonly<Record<string, string>>) =>
    setSearch((before) => new URLSearchParams({ ...Object.fromEntries(before), ...change }));
  return (
    <Page
      title={
        <>
          All tickets{" "}
          <span style={{ color: "var(--soft)", fontWeight: 400 }}>
            {tickets.toLocaleString("en")}
          </span>
        </>
      }
      actions={
        <>
          <Form role="search" aria-label="Search all tickets">
            <TextField
              key={query.query}
              name="q"
              label="Number, customer, phone, serial, machine, fault or part"
              defaultValue={query.query}
              sx={{ width: { xs: 300, sm: 480 } }}
              slotProps={{
                input: {
                  endAdornment: (
                    <InputAdornment position="end">
                      <IconButton type="submit" aria-label="Search" edge="end">
                        <Search />
                      </IconButton>
                    </InputAdornment>
                  ),
                },
              }}
            />
          </Form>
          <IfMay doing="take-in" quiet>
            <Button component={Link} to="/tickets/new" variant="contained" startIcon={<Add />}>
              Take a machine in
            </Button>
          </IfMay>
        </>
      }
    >
      <Grid
        name="All tickets"
        rows={rows}
        to={({ number }) => `/tickets/${number}`}
        empty={
          query.query === ""
            ? "No tickets yet. The first machine that comes in starts one."
            : `No ticket has “${query.query}” in it.`
        }
        served={{
          rows: tickets,
          page: query.page - 1,
          size: query.size,
          sort: query.by ? [{ field: query.by, sort: query.isUp ? "asc" : "desc" }] : [],
          turn: ({ page, pageSize }) => change({ page: `${page + 1}`, size: `${pageSize}` }),
          order: ([first]) =>
            change({ by: first?.field ?? "number", up: first?.sort === "asc" ? "yes" : "no" }),
          isBusy: state !== "idle",
        }}
        columns={[
          { field: "number", headerName: "Ticket", width: 72, cellClassName: "mono" },
          { field: "customer", headerName: "Customer", width: 150 },
          { field: "machine", headerName: "Machine", width: 160 },
          { field: "fault", headerName: "Fault", flex: 1, minWidth: 160, sortable: false },
          { field: "work", headerName: "Work", width: 150 },
          {
            field: "dive",
            headerName: "How deep",
            width: 138,
            sortable: false,
            disableExport: true,
            renderCell: ({ row }) => row.dive !== undefined && <DiveGlyph dive={row.dive} />,
          },
          { field: "waits", headerName: "Waits for", width: 150 },
          { field: "promised", headerName: "Promised", width: 170 },
        ]}
      />
    </Page>
  );
}
