import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { data, Link, useRouteLoaderData } from "react-router";
import type { Reading } from "../../core/soak/index.ts";
import { machineFor } from "../../data/guides/guides.server.ts";
import { database } from "../../data/database/open.server.ts";
import { addSoak, countedRuns, hasFan, soaksOf } from "../../data/soaks/soaks.server.ts";
import { ticketByNumber } from "../../data/tickets/tickets.server.ts";
import { whoIs } from "../frame/who.server.ts";
import type { loader as rootLoader } from "../root.tsx";
import { SoakScreen } from "../soak/soak-screen.tsx";
import type { Route } from "./+types/soak";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `Soak ${params.number} · Brisk Bench` },
];

export async function loader({ params }: Route.LoaderArgs) {
  const db = await database();
  const ticket = await ticketByNumber(db, params.number);
  if (!ticket) throw new Response(`There is no ticket ${params.number}.`, { status: 404 });
  const { model } = await machineFor(db, ticket.guideId, ticket.code);
  const runs = countedRuns(ticket, await soaksOf(db, ticket.number));
  return { ticket, hasFan: hasFan(model.guide), runs };
}

/** Keeps a run that is over. */
export async function action({ params, request }: Route.ActionArgs) {
  const form = await request.formData();
  const db = await database();
  const ticket = await ticketByNumber(db, params.number);
  if (!ticket) throw new Response(`There is no ticket ${params.number}.`, { status: 404 });
  const [id, round, readings] = [form.get("id"), form.get("round"), readingsIn(form)];
  const isGood = typeof id === "string" && /^[\w-]{8,60}$/.test(id) && readings !== undefined;
  if (!isGood || (round !== "before" && round !== "after")) {
    const error = "This run could not be read; nothing was kept. Run it again.";
    return data({ error }, { status: 400 });
  }
  const who = await whoIs(db, request);
  const at = new Date().toISOString();
  await addSoak(db, { id, ticket: ticket.number, round, readings, at, by: who.name });
  return data({ error: undefined });
}

const KEYS = ["t", "celsius", "ambient", "fanRpm", "watts", "memoryErrors"] as const;
const MOST = 10_000;

function readingsIn(form: FormData): readonly Reading[] | undefined {
  const text = form.get("readings");
  if (typeof text !== "string") return undefined;
  try {
    const value: unknown = JSON.parse(text);
    const isReading = (one: unknown): one is Reading =>
      typeof one === "object" &&
      one !== null &&
      KEYS.every((key) => Number.isFinite((one as Record<string, unknown>)[key]));
    if (!Array.isArray(value) || value.length === 0 || value.length > MOST) return undefined;
    return value.every(isReading) ? value : undefined;
  } catch {
    return undefined;
  }
}

export default function Soak({ loaderData: { ticket, hasFan, runs } }: Route.ComponentProps) {
  const root = useRouteLoaderData<typeof rootLoader>("root");
  return (
    <Box component="main" sx={{ maxWidth: 1220, mx: "auto", px: 3, py: 2 }}>
      <Typography variant="h1" sx={{ mb: 2 }}>
        Soak:{" "}
        <Link to={`/tickets/${ticket.number}`} style={{ color: "inherit" }}>
          <span className="mono">{ticket.number}</span> {ticket.customer.name}
        </Link>
        , {ticket.machine}
      </Typography>
      <SoakScreen runs={runs} hasFan={hasFan} lamp={root?.lamp ?? "up"} />
    </Box>
  );
}
