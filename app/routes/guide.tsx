import { unreachable } from "../../core/base/result.ts";
import type { Job } from "../../core/rules/index.ts";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useRouteLoaderData, useSearchParams } from "react-router";
import { guidePage } from "../../shop/guide/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import type { loader as rootLoader } from "../root.tsx";
import { JointTable, LayerMap, PartTable } from "../guide/facts.tsx";
import { CheckView } from "../guide/check-view.tsx";
import { TryJob } from "../guide/try-job.tsx";
import { Versions } from "../guide/versions.tsx";
import type { Route } from "./+types/guide";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.guide.model ?? "Guide"} · Brisk Bench` },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const code = new URL(request.url).searchParams.get("code") ?? undefined;
  const page = await guidePage((await shop()).db, params.id, code);
  if (page.ok) return page.value;
  switch (page.error.type) {
    case "guide-unknown":
      throw new Response(`There is no guide ${params.id}.`, { status: 404 });
    case "code-unknown":
      throw new Response(`This guide has no code ${code}.`, { status: 404 });
    case "guide-unreadable":
      throw new Response("This guide cannot be read. Take a mended guide file in.", {
        status: 409,
      });
    default:
      return unreachable(page.error);
  }
}

const PAGES = ["Try a job", "Map", "Parts", "Joints", "Check", "Versions"] as const;

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
  const { guide, whole, codes, code, tickets, versions } = loaderData;
  const root = useRouteLoaderData<typeof rootLoader>("root");
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
          favourite={Number(search.get("ticket")) || undefined}
        />
      )}
      {page === "Map" && <LayerMap guide={guide} chosen={chosen} choose={setChosen} />}
      {page === "Parts" && <PartTable guide={guide} />}
      {page === "Joints" && <JointTable guide={guide} />}
      {page === "Check" && <CheckView guide={whole} />}
      {page === "Versions" && (
        <Versions guideId={guide.id} versions={versions} people={root?.people ?? []} />
      )}
    </Box>
  );
}
