import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import CircularProgress from "@mui/material/CircularProgress";
import TextField from "@mui/material/TextField";
import { useMemo } from "react";
import { data, Form, useNavigate, useNavigation } from "react-router";
import { parseJson } from "../../core/base/parse-json.ts";
import type { About, Finding } from "../../core/guide/index.ts";
import { guideList, storeGuide } from "../../shop/guide/index.server.ts";
import { MOST_PACK_BYTES, type PackError, takePackIn } from "../../shop/packs/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { Findings } from "../guide/findings.tsx";
import { Stored } from "../guide/stored.tsx";
import { FilePick } from "../ui/file-pick.tsx";
import { Grid } from "../ui/grid.tsx";
import { IfMay } from "../ui/if-may.tsx";
import { Page } from "../ui/page.tsx";
import { dayOfWords, useZone } from "../ui/days.ts";
import { formOf } from "../ui/form-of.server.ts";
import type { Route } from "./+types/guides";

export const meta: Route.MetaFunction = () => [{ title: "Guides · Brisk Bench" }];

const MOST_BYTES = 4_000_000;
const MOST_WHY = 500;
/** Bytes of a pack, as the server takes them. */
const MOST_SENT = 60_000_000;

export async function loader() {
  return guideList((await shop()).db);
}

/** Takes a guide file in: what does not pass is shown with its paths, and nothing is stored. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const form = await formOf(request);
  const [file, why] = [form.get("file"), form.get("why")];
  const bad = (findings: readonly Finding[], name: string) =>
    data({ findings, name, stored: undefined }, { status: 400 });
  const whole = (about: About): readonly Finding[] => [{ level: "error", path: "", about }];
  if (!(file instanceof File) || file.size === 0) return bad(whole({ type: "no-file" }), "");
  if (file.size > MOST_PACK_BYTES) {
    return bad(whole({ type: "too-big", mostBytes: MOST_PACK_BYTES }), file.name);
  }
  const bytes = new Uint8Array(await file.arrayBuffer());
  const { act } = await actFor(context, request);
  const reason = typeof why === "string" ? why.trim().slice(0, MOST_WHY) : "";
  if (isZip(bytes)) {
    const taken = await takePackIn(act, bytes, reason);
    if (taken.ok) return data({ findings: [], name: file.name, stored: taken.value });
    const { error } = taken;
    return bad(error.type === "findings" ? error.findings : whole(packAbout(error)), file.name);
  }
  if (file.size > MOST_BYTES) {
    return bad(whole({ type: "too-big", mostBytes: MOST_BYTES }), file.name);
  }
  const value = parseJson(new TextDecoder().decode(bytes));
  if (!value.ok) return bad(whole({ type: "not-json", why: value.error }), file.name);
  const stored = await storeGuide(act, value.value, reason);
  if (!stored.ok) return bad(stored.error, file.name);
  return data({ findings: [], name: file.name, stored: stored.value });
});

/** A ZIP by its first bytes, whatever it is called. */
const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** What is wrong with a pack as a file. */
function packAbout(error: Exclude<PackError, { type: "findings" }>): About {
  switch (error.type) {
    case "too-big":
      return { type: "too-big", mostBytes: MOST_PACK_BYTES };
    case "stranger":
    case "no-picture":
      return { type: "pack-broken", name: error.name };
    default:
      return { type: "no-pack" };
  }
}

export default function Guides({
  loaderData: { lines, broken },
  actionData,
}: Route.ComponentProps) {
  const zone = useZone();
  const rows = useMemo(
    () =>
      lines.map(({ guideId, name, codes, recognise, parts, joints, partCodes, ...line }) => ({
        id: `${guideId} ${codes[0]!}`,
        guideId,
        name,
        codes: codes.join(", "),
        recognise,
        parts,
        joints,
        known: knownWords(line.known),
        done: line.done,
        changed: dayOfWords(line.changed, zone),
        partCodes: partCodes.join(", "),
      })),
    [lines, zone],
  );
  return (
    <Page
      title="Guides"
      actions={
        <IfMay doing="guide" quiet>
          <TakeFileIn />
        </IfMay>
      }
    >
      {actionData && "error" in actionData && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {actionData.error}
        </Alert>
      )}
      {actionData && "findings" in actionData && actionData.findings.length > 0 && (
        <Alert severity="error" sx={{ mb: 2 }}>
          <b>Nothing was stored.</b> {actionData.name}
          <Findings findings={actionData.findings} />
        </Alert>
      )}
      {actionData && "stored" in actionData && actionData.stored && (
        <Stored name={actionData.name} stored={actionData.stored} />
      )}
      {broken.map(({ guideId, path }) => (
        <Alert key={guideId} severity="error" sx={{ mb: 1 }}>
          The guide {guideId} cannot be read (at {path === "" ? "the whole" : path}). Take a mended
          file in.
        </Alert>
      ))}
      <Grid
        name="Guides"
        rows={rows}
        search="Code on the underside, name, or part code"
        hidden={["partCodes", "parts", "joints"]}
        empty="No guide answers to this. Take a guide file in, or search for fewer letters."
        to={({ guideId, codes }) =>
          `/guides/${guideId}?code=${encodeURIComponent(codes.split(", ")[0]!)}`
        }
        columns={[
          { field: "name", headerName: "Machine", width: 230 },
          { field: "codes", headerName: "Codes underneath", width: 210, cellClassName: "mono" },
          { field: "recognise", headerName: "How to know it", flex: 1, minWidth: 260 },
          { field: "parts", headerName: "Parts", width: 80, type: "number" },
          { field: "joints", headerName: "Joints", width: 80, type: "number" },
          { field: "known", headerName: "How well it is known", width: 200 },
          { field: "done", headerName: "Done", width: 80, type: "number" },
          { field: "changed", headerName: "Changed", width: 120 },
          { field: "partCodes", headerName: "Part codes", width: 220, cellClassName: "mono" },
        ]}
      />
    </Page>
  );
}

/** A learnt guide says how much of it is not settled. */
function knownWords(
  known: { readonly gap: number; readonly jobs: number } | "counting" | undefined,
): string {
  if (known === "counting") return "being worked out";
  if (!known) return "written";
  if (known.jobs === 0) return "nothing yet";
  const jobs = known.jobs === 1 ? "1 job" : `${known.jobs} jobs`;
  return known.gap > 0.05 ? `${jobs}, ${known.gap.toFixed(1)} min open` : `${jobs}, all settled`;
}

function TakeFileIn() {
  const navigate = useNavigate();
  const { state, formAction } = useNavigation();
  // Another navigation, also to here, ends the one that waits: the server sees it, and ends the check.
  if (state === "submitting" && formAction === "/guides") {
    return (
      <Box role="status" sx={{ display: "flex", gap: 1.5, alignItems: "center" }}>
        <CircularProgress size={22} aria-hidden="true" />
        Checking the guide: form, names, rules, then a plan for every part
        <Button variant="outlined" onClick={() => void navigate("/guides", { replace: true })}>
          Stop it
        </Button>
      </Box>
    );
  }
  return (
    <Box
      component={Form}
      method="post"
      encType="multipart/form-data"
      sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center" }}
    >
      <FilePick
        name="file"
        label="Guide file"
        accept=".json,application/json,.zip,application/zip"
        most={MOST_SENT}
      />
      <TextField
        name="why"
        label="Why it changed"
        slotProps={{ htmlInput: { maxLength: MOST_WHY } }}
        sx={{ width: 240 }}
      />
      <Button type="submit" variant="contained">
        Take a guide file in
      </Button>
    </Box>
  );
}
