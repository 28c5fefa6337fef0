import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { allCodes, guideForCode } from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { guideById } from "../../data/guides/guides.server.ts";
import { database } from "../../data/database/open.server.ts";
import { allTickets } from "../../data/tickets/tickets.server.ts";
import { JointTable, LayerMap, PartTable } from "../guides/facts.tsx";
import { CheckView } from "../guides/check-view.tsx";
import { TryJob } from "../guides/try-job.tsx";
import type { Route } from "./+types/guide";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.guide.model ?? "Guide"} · Brisk Bench` },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const db = await database();
  const whole = await guideById(db, params.id);
  if (!whole) throw new Response(`There is no guide ${params.id}.`, { status: 404 });
  const code = new URL(request.url).searchParams.get("code") ?? whole.codes[0]!;
  const variant = guideForCode(whole, code);
  if (!variant.ok) throw new Response(`This guide has no code ${code}.`, { status: 404 });
  const tickets = (await allTickets(db))
    .filter(({ guideId, waits }) => guideId === whole.id && isOpen(waits))
    .map(({ number, customer }) => ({ number, customer: customer.name }));
  return { guide: variant.value, whole, codes: allCodes(whole), code, tickets };
}

const isOpen = (waits: string): boolean => ["customer", "part", "bench"].includes(waits);

const PAGES = ["Try a job", "Map", "Parts", "Joints", "Check"] as const;

const CHOICE = {
  font: "inherit",
  minHeight: 34,
  padding: "0 8px",
  color: "var(--ink)",
  background: "var(--card)",
  border: "1px solid var(--line)",
  borderRadius: 6,
} as const;

export default function GuidePage({ loaderData }: Route.ComponentProps) {
  const { guide, whole, codes, code, tickets } = loaderData;
  const [search, setSearch] = useSearchParams();
  const split = (name: string): string[] => (search.get(name) ?? "").split(",").filter(Boolean);
  const [job, setJob] = useState<Job>({ for: split("for"), new: split("new") });
  const [page, setPage] = useState<(typeof PAGES)[number]>("Try a job");
  const [chosen, setChosen] = useState<string>();
  return (
    <Box component="main" sx={{ maxWidth: 1220, mx: "auto", px: 3, py: 2 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          {guide.maker} {guide.model}
        </Typography>
        {codes.length > 1 && (
          <select
            aria-label="Underside code"
            value={code}
            onChange={(event) => setSearch({ code: event.target.value })}
            style={CHOICE}
          >
            {codes.map((known) => (
              <option key={known}>{known}</option>
            ))}
          </select>
        )}
        <Button href={`/guides/${guide.id}/file`} variant="outlined" size="small">
          Guide file
        </Button>
        <Button href={`/guides/${guide.id}/file?as=dot`} variant="outlined" size="small">
          Graph (DOT)
        </Button>
      </Box>
      <Typography sx={{ color: "var(--soft)", mb: 1 }}>
        {guide.recognise} {guide.note}
      </Typography>
      <Box role="tablist" sx={{ display: "flex", gap: 1, mb: 2 }}>
        {PAGES.map((name) => (
          <Button
            key={name}
            role="tab"
            aria-selected={page === name}
            variant={page === name ? "contained" : "outlined"}
            onClick={() => setPage(name)}
          >
            {name}
          </Button>
        ))}
      </Box>
      {page === "Try a job" && (
        <TryJob
          guide={guide}
          job={job}
          setJob={setJob}
          tickets={tickets}
          favourite={search.get("ticket") ?? undefined}
        />
      )}
      {page === "Map" && <LayerMap guide={guide} chosen={chosen} choose={setChosen} />}
      {page === "Parts" && <PartTable guide={guide} />}
      {page === "Joints" && <JointTable guide={guide} />}
      {page === "Check" && <CheckView guide={whole} />}
    </Box>
  );
}
