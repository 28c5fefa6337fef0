import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { FactChange, Finding } from "../../core/guide/index.ts";
import { factChangeWords } from "../../core/words/index.ts";
import { Findings } from "./findings.tsx";

/** What came of taking a guide file in, as it is sent. */
export interface StoredFile {
  readonly guideId: string;
  readonly version: { readonly number: number } | undefined;
  readonly changes: readonly FactChange[];
  readonly blocked: readonly Finding[];
  readonly staysOn: readonly number[];
  readonly troubled: readonly number[];
}

/** Says which version a file has become, what differs, and what it means for the jobs under way. */
export function Stored({ name, stored }: { name: string; stored: StoredFile }) {
  const { guideId, version, changes, blocked, staysOn, troubled } = stored;
  return (
    <Box role="status" sx={{ border: "1px solid var(--line)", borderRadius: "6px", p: 2, mb: 2 }}>
      {version === undefined ? (
        <span>{name} says what the guide says already; nothing was changed: </span>
      ) : (
        <span>
          {name} is stored as version {version.number}:{" "}
        </span>
      )}
      <Link to={`/guides/${guideId}`} style={{ color: "inherit" }}>
        open it
      </Link>
      .
      {blocked.length > 0 && (
        <Box role="alert" sx={{ mt: 1, color: "var(--stop)" }}>
          <b>These variants are wrong. Their codes are not to be used until they are mended:</b>
          <Findings findings={blocked} />
        </Box>
      )}
      {staysOn.length > 0 && (
        <Typography sx={{ mt: 1 }}>
          Begun already, and going on with the version they began with: <Tickets list={staysOn} />.
        </Typography>
      )}
      {troubled.length > 0 && (
        <Typography sx={{ mt: 1, color: "var(--stop)", fontWeight: 700 }}>
          Not begun, and not possible by this version: <Tickets list={troubled} />. Change their
          jobs.
        </Typography>
      )}
      <Changes changes={changes} />
    </Box>
  );
}

const Tickets = ({ list }: { list: readonly number[] }) =>
  list.map((number, i) => (
    <span key={number}>
      {i > 0 && ", "}
      <Link to={`/tickets/${number}`} style={{ color: "inherit" }}>
        {number}
      </Link>
    </span>
  ));

const MOST = 40;

/** What differs in facts from the version before. */
export function Changes({ changes }: { changes: readonly FactChange[] }) {
  if (changes.length === 0) return null;
  return (
    <Box component="ul" aria-label="What changed" sx={{ m: 0, mt: 1, pl: 2.5 }}>
      {changes.slice(0, MOST).map((change) => (
        <li key={`${change.change} ${change.path}`}>{factChangeWords(change)}</li>
      ))}
      {changes.length > MOST && <li>and {changes.length - MOST} more</li>}
    </Box>
  );
}
