import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { data, Form, Link } from "react-router";
import { parseJson } from "../../core/base/parse-json.ts";
import type { About, Finding } from "../../core/guide/index.ts";
import { guideList, storeGuide } from "../../shop/guide/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { actFor } from "../frame/act.server.ts";
import { Findings } from "../guide/findings.tsx";
import { Stored } from "../guide/stored.tsx";
import type { Route } from "./+types/guides";

export const meta: Route.MetaFunction = () => [{ title: "Guides · Brisk Bench" }];

const MOST_BYTES = 4_000_000;
const MOST_WHY = 500;

export async function loader() {
  return guideList((await shop()).db);
}

/** Takes a guide file in: what does not pass is shown with its paths, and nothing is stored. */
export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const [file, why] = [form.get("file"), form.get("why")];
  const bad = (findings: readonly Finding[], name: string) =>
    data({ findings, name, stored: undefined }, { status: 400 });
  const whole = (about: About): readonly Finding[] => [{ level: "error", path: "", about }];
  if (!(file instanceof File) || file.size === 0) return bad(whole({ type: "no-file" }), "");
  if (file.size > MOST_BYTES) {
    return bad(whole({ type: "too-big", mostBytes: MOST_BYTES }), file.name);
  }
  const value = parseJson(await file.text());
  if (!value.ok) return bad(whole({ type: "not-json", why: value.error }), file.name);
  const { act } = await actFor(request);
  const reason = typeof why === "string" ? why.trim().slice(0, MOST_WHY) : "";
  const stored = await storeGuide(act, value.value, reason);
  if (!stored.ok) return bad(stored.error, file.name);
  return data({ findings: [], name: file.name, stored: stored.value });
}

const plain = (text: string): string => text.replace(/\s+/g, "").toUpperCase();

export default function Guides({
  loaderData: { lines, broken },
  actionData,
}: Route.ComponentProps) {
  const [query, setQuery] = useState("");
  const wanted = plain(query);
  const found = lines.filter(({ name, codes, partCodes }) =>
    [name, ...codes, ...partCodes].some((text) => plain(text).includes(wanted)),
  );
  return (
    <Box component="main" sx={{ maxWidth: 1180, mx: "auto", px: 3, py: 2 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "center", mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Guides
        </Typography>
        <Form method="post" encType="multipart/form-data">
          <input type="file" name="file" accept=".json,application/json" aria-label="Guide file" />{" "}
          <TextField
            name="why"
            size="small"
            label="Why it changed"
            slotProps={{ htmlInput: { maxLength: MOST_WHY } }}
            sx={{ width: 260, mr: 1 }}
          />
          <Button type="submit" variant="outlined">
            Take a guide file in
          </Button>
        </Form>
      </Box>
      {actionData && actionData.findings.length > 0 && (
        <Box
          role="alert"
          sx={{ border: "2px solid var(--stop)", borderRadius: "6px", p: 2, mb: 2 }}
        >
          <b>Nothing was stored.</b> {actionData.name}
          <Findings findings={actionData.findings} />
        </Box>
      )}
      {actionData?.stored && <Stored name={actionData.name} stored={actionData.stored} />}
      {broken.map(({ guideId, path }) => (
        <Typography key={guideId} role="alert" sx={{ color: "var(--stop)", mb: 1 }}>
          The guide {guideId} cannot be read (at {path === "" ? "the whole" : path}). Take a mended
          file in.
        </Typography>
      ))}
      <TextField
        size="small"
        label="Code on the underside, name, or part code"
        value={query}
        onChange={(event) => setQuery(event.target.value)}
        sx={{ width: 420, mb: 1 }}
      />
      {found.length === 0 && <Typography>No guide answers to “{query}”.</Typography>}
      {found.map(({ guideId, name, codes, recognise, parts, joints }) => (
        <Box
          key={`${guideId} ${codes[0]}`}
          component={Link}
          to={`/guides/${guideId}?code=${encodeURIComponent(codes[0]!)}`}
          sx={{
            display: "grid",
            gridTemplateColumns: "210px 220px 1fr 150px",
            gap: 2,
            py: 1,
            color: "var(--ink)",
            textDecoration: "none",
            borderTop: "1px solid var(--line)",
            "&:hover": { bgcolor: "var(--card)" },
          }}
        >
          <b>{name}</b>
          <span className="mono">{codes.join(", ")}</span>
          <span style={{ color: "var(--soft)" }}>{recognise}</span>
          <span>
            {parts} parts, {joints} joints
          </span>
        </Box>
      ))}
    </Box>
  );
}
