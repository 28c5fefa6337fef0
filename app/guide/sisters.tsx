import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Remote } from "comlink";
import { useMemo } from "react";
import { type Guide, guideChanges, guideForCode } from "../../core/guide/index.ts";
import { capital, partWord } from "../../core/words/index.ts";
import type { LearnWorker } from "../workers/learn-worker.ts";
import { useWorker } from "../workers/use-worker.ts";
import { Changes } from "./stored.tsx";

const make = () =>
  new Worker(new URL("../workers/learn-worker.ts", import.meta.url), { type: "module" });
const ask = (api: Remote<LearnWorker>, [from, to]: readonly [Guide, Guide]) =>
  api.jobsApart(from, to);

/** The sisters of a machine: what differs in facts, and what that changes for the usual jobs. */
export function Sisters({ guide }: { guide: Guide }) {
  const variants = Object.entries(guide.variants ?? {});
  return (
    <Box sx={{ maxWidth: 900 }}>
      <Typography sx={{ color: "var(--soft)", mb: 1 }}>
        A sister is this machine but for a few facts. Change them under Edit, then keep them as a
        sister model with its own underside code.
      </Typography>
      {variants.length === 0 && <Typography>This machine has no sister yet.</Typography>}
      {variants.map(([code, { about }]) => (
        <Sister key={code} guide={guide} code={code} about={about} />
      ))}
    </Box>
  );
}

function Sister({ guide, code, about }: { guide: Guide; code: string; about: string }) {
  const sister = useMemo(() => guideForCode(guide, code), [guide, code]);
  const pair = useMemo(
    () => (sister.ok ? ([guide, sister.value] as const) : undefined),
    [guide, sister],
  );
  const asked = useWorker(make, ask, pair);
  return (
    <Box
      component="section"
      aria-label={`Sister ${code}`}
      sx={{ borderTop: "1px solid var(--line)", py: 1 }}
    >
      <Typography variant="h2">
        <span className="mono">{code}</span>
      </Typography>
      <Typography>{about}</Typography>
      {!sister.ok && (
        <Typography role="alert" sx={{ color: "var(--stop)" }}>
          What differs no longer fits the guide: its code is not to be used.
        </Typography>
      )}
      {sister.ok && (
        <Changes changes={guideChanges(guide, sister.value).filter(({ path }) => isFact(path))} />
      )}
      <Typography role="status" sx={{ mt: 1, color: "var(--soft)" }}>
        {asked.state === "working" && "Planning the usual jobs on both"}
        {asked.state === "failed" && "Planning broke off. Reload the page."}
        {asked.state === "done" && asked.value.length === 0 && "The usual jobs take the same."}
      </Typography>
      {asked.state === "done" && asked.value.length > 0 && sister.ok && (
        <Box component="table" sx={{ borderSpacing: "16px 4px", ml: -2 }}>
          <thead>
            <tr>
              <th style={{ textAlign: "left" }}>Job</th>
              <th>{guide.codes[0]}, min</th>
              <th>{code}, min</th>
            </tr>
          </thead>
          <tbody>
            {asked.value.map(({ part, before, after, proven }) => (
              <tr key={part}>
                <th scope="row" style={{ textAlign: "left", fontWeight: 400 }}>
                  {capital(partWord(after === undefined ? guide : sister.value, part))}
                </th>
                {[before, after].map((minutes, i) => (
                  <td key={i} className="mono" style={{ textAlign: "right" }}>
                    {minutes === undefined
                      ? "none"
                      : `${proven ? "" : "about "}${minutes.toFixed(1)}`}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Box>
      )}
    </Box>
  );
}

/** Its own codes, and that it has no sisters itself, are no facts of the machine. */
const isFact = (path: string): boolean =>
  !["/codes", "/answers", "/learnt"].includes(path) && !path.startsWith("/variants/");
