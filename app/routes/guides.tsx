import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { data, Form, Link } from "react-router";
import { type Finding, type Guide, guideForCode } from "../../core/guide/index.ts";
import { allGuides, storeGuide } from "../../data/guides/guides.server.ts";
import { database } from "../../data/database/open.server.ts";
import { Findings } from "../guides/findings.tsx";
import type { Route } from "./+types/guides";

export const meta: Route.MetaFunction = () => [{ title: "Guides · Brisk Bench" }];

const MOST_BYTES = 4_000_000;

export async function loader() {
  const guides = await allGuides(await database());
  return {
    machines: guides.flatMap((guide) => [
      rowOf(guide, guide.codes, guide.recognise),
      ...Object.entries(guide.variants ?? {}).flatMap(([code, { about }]) => {
        const variant = guideForCode(guide, code);
        return variant.ok ? [rowOf(variant.value, [code], about)] : [];
      }),
    ]),
  };
}

/** A machine in the list: a guide as its first codes name it, or one of its sisters. */
const rowOf = (guide: Guide, codes: readonly string[], recognise: string) => ({
  to: `/guides/${guide.id}?code=${encodeURIComponent(codes[0]!)}`,
  name: `${guide.maker} ${guide.model}`,
  codes,
  recognise,
  parts: Object.keys(guide.parts).length,
  joints: Object.keys(guide.joints).length,
  partCodes: Object.values(guide.parts).flatMap(({ codes }) => codes ?? []),
});

/** Takes a guide file in: what does not pass is shown with its paths, and nothing is stored. */
export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const file = form.get("file");
  const bad = (findings: readonly Finding[], name: string) =>
    data({ findings, name, stored: undefined }, { status: 400 });
  if (!(file instanceof File) || file.size === 0) {
    return bad([{ level: "error", path: "", about: { type: "no-file" } }], "");
  }
  if (file.size > MOST_BYTES) {
    return bad(
      [{ level: "error", path: "", about: { type: "too-big", mostBytes: MOST_BYTES } }],
      file.name,
    );
  }
  let value: unknown;
  try {
    value = JSON.parse(await file.text());
  } catch (error) {
    const why = error instanceof Error ? error.message : "unreadable";
    return bad([{ level: "error", path: "", about: { type: "not-json", why } }], file.name);
  }
  const stored = await storeGuide(await database(), value);
  if (!stored.ok) return bad(stored.error, file.name);
  return data({ findings: [], name: file.name, stored: stored.value.id });
}

const plain = (text: string): string => text.replace(/\s+/g, "").toUpperCase();

export default function Guides({ loaderData: { machines }, actionData }: Route.ComponentProps) {
  const [query, setQuery] = useState("");
  const wanted = plain(query);
  const found = machines.filter(({ name, codes, partCodes }) =>
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
      {actionData?.stored !== undefined && (
        <Typography role="status" sx={{ mb: 2 }}>
          {actionData.name} is stored: <Link to={`/guides/${actionData.stored}`}>open it</Link>.
        </Typography>
      )}
      <TextField
        size="small"
        label="Code on the underside, name, or part code"
        value={query}
        onChange={(event) => setQuery(event.target.value)}
        sx={{ width: 420, mb: 1 }}
      />
      {found.length === 0 && <Typography>No guide answers to “{query}”.</Typography>}
      {found.map(({ to, name, codes, recognise, parts, joints }) => (
        <Box
          key={to}
          component={Link}
          to={to}
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
