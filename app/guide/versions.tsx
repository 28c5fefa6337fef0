import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { FactChange } from "../../core/guide/index.ts";
import { nameOf, type Person } from "../../core/people/index.ts";
import { momentWords, useZone } from "../ui/days.ts";
import { Changes } from "./stored.tsx";

/** One version of a guide, as it is sent. */
export interface VersionLine {
  readonly number: number;
  readonly hash: string;
  readonly at: string;
  readonly by: string | undefined;
  readonly why: string;
  readonly changes: readonly FactChange[];
}

/** The versions of a guide, the newest first: who, when, why, and what differs from the one before. */
export function Versions({
  guideId,
  versions,
  people,
}: {
  guideId: string;
  versions: readonly VersionLine[];
  people: readonly Person[];
}) {
  const zone = useZone();
  return (
    <Box sx={{ maxWidth: 900 }}>
      <Typography sx={{ color: "var(--soft)", mb: 1 }}>
        A job goes on with the version it was begun with. What is taken in now is for those that
        begin.
      </Typography>
      {versions.map(({ number, hash, at, by, why, changes }) => (
        <Box
          key={number}
          component="section"
          aria-label={`Version ${number}`}
          sx={{ borderTop: "1px solid var(--line)", py: 1 }}
        >
          <Box sx={{ display: "flex", gap: 2, alignItems: "baseline" }}>
            <Typography variant="h2">Version {number}</Typography>
            <span>{momentWords(at, zone)}</span>
            {by !== undefined && <span>{nameOf(people, by)}</span>}
            <Box component="span" sx={{ flex: 1 }} />
            <a href={`/guides/${guideId}/file?version=${hash}`} style={{ color: "inherit" }}>
              File
            </a>
          </Box>
          {why !== "" && <Typography>{why}</Typography>}
          <Changes changes={changes} />
        </Box>
      ))}
    </Box>
  );
}
