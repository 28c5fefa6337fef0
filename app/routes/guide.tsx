import { nameOf } from "../../core/people/index.ts";
import { guideForCode } from "../../core/guide/index.ts";
import { unreachable } from "../../core/base/result.ts";
import type { Job } from "../../core/rules/index.ts";
import Download from "@mui/icons-material/DownloadOutlined";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import Typography from "@mui/material/Typography";
import Skeleton from "@mui/material/Skeleton";
import { lazy, Suspense, useMemo, useState } from "react";
import { useRouteLoaderData, useSearchParams } from "react-router";
import { guidePage } from "../../shop/guide/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import type { loader as rootLoader } from "../root.tsx";
import { JointTable, PartTable } from "../guide/fact-tables.tsx";
import { FindOut } from "../find/find-out.tsx";
import { LayerMap } from "../guide/layer-map.tsx";
import { useAfterPaint } from "../ui/after-paint.ts";
import { Choice } from "../ui/choice.tsx";
import { Page } from "../ui/page.tsx";
import { EditBar } from "../guide/edit/edit-bar.tsx";
import { useEditing } from "../guide/edit/use-editing.ts";
import { CheckView } from "../guide/check-view.tsx";
import { Lessons } from "../guide/lessons.tsx";
import { Questions } from "../guide/questions.tsx";
import { Sisters } from "../guide/sisters.tsx";
import { TryJob } from "../guide/try-job.tsx";
import { Versions } from "../guide/versions.tsx";
import { useMay } from "../ui/who.ts";
import type { Route } from "./+types/guide";

/** What a tab shows, told apart from the tab that is marked already. */
const PANEL = "of-this-guide";
const tabId = (name: PageName): string => `tab-${name.toLowerCase().replaceAll(" ", "-")}`;

/** Fetched by whoever edits. */
const EditView = lazy(() => import("../guide/edit/edit-view.tsx"));

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.guide.model ?? "Guide"} · Brisk Bench` },
];

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const code = new URL(request.url).searchParams.get("code") ?? undefined;
  const { act } = await actFor(context);
  const page = await guidePage(act, params.id, code);
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

const PAGES = [
  "Try a job",
  "Find out",
  "Questions",
  "Map",
  "Edit",
  "Parts",
  "Joints",
  "Sisters",
  "Findings",
  "Check",
  "Versions",
] as const;
type PageName = (typeof PAGES)[number];
/** Pages that only change a guide: who may not has no use for them. */
const CHANGING: ReadonlySet<PageName> = new Set<PageName>(["Questions", "Edit", "Sisters"]);

export default function GuidePage({ loaderData }: Route.ComponentProps) {
  const { whole, hash, codes, code, tickets, versions } = loaderData;
  const root = useRouteLoaderData<typeof rootLoader>("root");
  const people = root?.people ?? [];
  const editing = useEditing(whole, hash);
  const isChanged = editing.edits.length > 0;
  // With what was changed and is not stored, wherever the guide is looked at.
  const guide = useMemo(() => {
    const shown = isChanged ? guideForCode(editing.guide, code) : undefined;
    return shown?.ok ? shown.value : loaderData.guide;
  }, [isChanged, editing.guide, code, loaderData.guide]);
  const newest = versions[0];
  const [search, setSearch] = useSearchParams();
  const asked = search.get("for") ?? "";
  // An address may name parts that this guide does not have (any more).
  const partsIn = (name: string): readonly string[] =>
    (search.get(name) ?? "").split(",").filter((id) => Object.hasOwn(guide.parts, id));
  const [job, setJob] = useState<Job>({ for: partsIn("for"), new: partsIn("new") });
  const may = useMay();
  const [page, setPage] = useState<PageName>("Try a job");
  const [mended, setMended] = useState<string>();
  const [chosen, setChosen] = useState<string>();
  // The tab is marked at once; what it shows comes a picture later.
  const shown = useAfterPaint(page);
  const [before, setBefore] = useState(asked);
  // A part that was chosen in the list of parts is a job to be tried.
  if (before !== asked) {
    setBefore(asked);
    setJob({ for: partsIn("for"), new: partsIn("new") });
    setPage("Try a job");
  }
  return (
    <Page
      title={`${guide.maker} ${guide.model}`}
      actions={
        <>
          {codes.length > 1 && (
            <Choice
              label="Underside code"
              value={code}
              options={codes.map((known) => ({ value: known, label: known }))}
              choose={(known) => setSearch({ code: known })}
            />
          )}
          <Button href={`/guides/${guide.id}/file`} variant="outlined" startIcon={<Download />}>
            Guide file
          </Button>
          <Button href={`/guides/${guide.id}/pack`} variant="outlined" startIcon={<Download />}>
            Pack
          </Button>
          <Button
            href={`/guides/${guide.id}/file?as=dot`}
            variant="outlined"
            startIcon={<Download />}
          >
            Graph
          </Button>
        </>
      }
    >
      <Typography sx={{ color: "var(--soft)", mb: 1 }}>
        {guide.recognise} {guide.note}
      </Typography>
      {newest && (isChanged || editing.canRedo) && (
        <EditBar
          whole={whole}
          editing={editing}
          newest={{ number: newest.number, by: nameOf(people, newest.by ?? "") }}
        />
      )}
      <Tabs
        value={page}
        onChange={(_, name: PageName) => setPage(name)}
        variant="scrollable"
        aria-label="Of this guide"
        sx={{ mb: 2, borderBottom: "1px solid var(--line)" }}
      >
        {PAGES.filter(
          (name) =>
            (name !== "Questions" || guide.learnt !== undefined) &&
            (!CHANGING.has(name) || may("guide")),
        ).map((name) => (
          <Tab
            key={name}
            value={name}
            label={name}
            id={tabId(name)}
            aria-controls={name === shown ? PANEL : undefined}
          />
        ))}
      </Tabs>
      <Box role="tabpanel" id={PANEL} aria-labelledby={tabId(shown)}>
        {shown === "Try a job" && (
          <TryJob
            guide={guide}
            ways={loaderData.ways}
            job={job}
            setJob={setJob}
            tickets={tickets}
            careful={loaderData.careful}
            favourite={Number(search.get("ticket")) || undefined}
          />
        )}
        {shown === "Find out" && <FindOut guide={guide} />}
        {shown === "Questions" && <Questions guide={whole} />}
        {shown === "Edit" && (
          <Suspense fallback={<Skeleton variant="rounded" height={480} />}>
            <EditView editing={editing} first={mended} />
          </Suspense>
        )}
        {shown === "Map" && <LayerMap guide={guide} chosen={chosen} choose={setChosen} />}
        {shown === "Parts" && <PartTable guide={guide} />}
        {shown === "Joints" && <JointTable guide={guide} />}
        {shown === "Sisters" && <Sisters guide={whole} />}
        {shown === "Findings" && (
          <Lessons
            guide={loaderData.guide}
            people={people}
            mend={(edits, thing) => {
              editing.edit(...edits);
              setMended(thing);
              setPage("Edit");
            }}
          />
        )}
        {shown === "Check" && <CheckView guide={editing.guide} />}
        {shown === "Versions" && (
          <Versions guideId={guide.id} versions={versions} people={people} />
        )}
      </Box>
    </Page>
  );
}
