import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Skeleton from "@mui/material/Skeleton";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { Link, useFetcher } from "react-router";
import type { Edit } from "../../core/edit/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import {
  type Lesson,
  type TaughtBy,
  type Teaching,
  thingsIn,
  type Verdict,
} from "../../core/lessons/index.ts";
import { nameOf, type Person } from "../../core/people/index.ts";
import { lessonWords, VERDICT_WORDS } from "../../core/words/index.ts";
import { IfMay } from "../ui/if-may.tsx";
import { dayOfWords, useZone } from "../ui/days.ts";

/** What came of deciding one. */
export interface Judged {
  readonly error: string | undefined;
}

type Mend = (edits: readonly Edit[], thing: string | undefined) => void;

interface Told {
  readonly open: readonly Lesson[];
  readonly decided: readonly {
    readonly key: string;
    readonly verdict: Verdict;
    readonly serial: string;
    readonly teaching: Teaching;
    readonly why: string;
    readonly at: string;
    readonly by: string;
  }[];
}

/** What jobs taught about a guide, each with its evidence: accepted it is the next version, refused it is kept as such. */
export function Lessons({
  guide,
  people,
  mend,
}: {
  guide: Guide;
  people: readonly Person[];
  /** Takes what it says into the editor. */
  mend: Mend;
}) {
  const { load, data: told } = useFetcher<Told>();
  const path = `/guides/${guide.id}/findings`;
  useEffect(() => void load(path), [load, path]);
  const zone = useZone();
  if (!told) return <Skeleton variant="rounded" height={160} />;
  return (
    <Box sx={{ maxWidth: 900 }}>
      {told.open.length === 0 && (
        <Typography>
          No job has told anything that this guide does not say. What is counted, timed and said at
          the bench shows here.
        </Typography>
      )}
      {told.open.map((lesson) => (
        <Open key={lesson.key} guide={guide} lesson={lesson} people={people} mend={mend} />
      ))}
      {told.decided.length > 0 && (
        <>
          <Typography variant="h2" sx={{ mt: 3 }}>
            Decided
          </Typography>
          {told.decided.toReversed().map(({ key, at, verdict, serial, teaching, why, by }) => (
            <Box key={`${key} ${at}`} sx={{ borderTop: "1px solid var(--line)", py: 0.75 }}>
              <b>{VERDICT_WORDS[verdict]}</b>
              {serial !== "" && (
                <>
                  , <span className="mono">{serial}</span>
                </>
              )}
              : {lessonWords(guide, teaching)} {why !== "" && `${why} `}
              <span style={{ color: "var(--soft)" }}>
                {nameOf(people, by)}, {dayOfWords(at, zone)}
              </span>
            </Box>
          ))}
        </>
      )}
    </Box>
  );
}

function Open({
  guide,
  lesson: { key, teaching, evidence, edits, needsMap },
  people,
  mend,
}: {
  guide: Guide;
  lesson: Lesson;
  people: readonly Person[];
  mend: Mend;
}) {
  const judging = useFetcher<Judged>();
  const [why, setWhy] = useState("");
  const words = lessonWords(guide, teaching);
  const serials = new Set(evidence.map(({ serial }) => serial));
  const isOne = serials.size === 1 && !serials.has("");
  const canAccept = !needsMap && edits.length > 0;
  const decide = (verdict: Verdict) =>
    void judging.submit(
      { key, verdict, why },
      { method: "post", action: `/guides/${guide.id}/findings` },
    );
  return (
    <Box
      component="section"
      aria-label={words}
      sx={{ borderTop: "1px solid var(--line)", py: 1.5, display: "grid", gap: 1 }}
    >
      <Typography variant="h2">{words}</Typography>
      <Evidence evidence={evidence} people={people} />
      {judging.data?.error !== undefined && <Alert severity="error">{judging.data.error}</Alert>}
      <IfMay doing="teach">
        <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
          {canAccept && (
            <Button
              variant="contained"
              onClick={() => decide("accepted")}
              loading={judging.state !== "idle"}
            >
              Accept: the next version
            </Button>
          )}
          {edits.length > 0 && (
            <Button
              variant={canAccept ? "text" : "contained"}
              onClick={() => mend(edits, thingsIn(teaching)[0])}
            >
              Take it into the editor
            </Button>
          )}
          <Button variant="outlined" onClick={() => decide("refused")}>
            Refuse
          </Button>
          {isOne && (
            <Button variant="outlined" onClick={() => decide("machine")}>
              Only this machine
            </Button>
          )}
          <TextField
            label="Why"
            value={why}
            onChange={({ target }) => setWhy(target.value)}
            slotProps={{ htmlInput: { maxLength: 500 } }}
            sx={{ width: 240 }}
          />
        </Box>
      </IfMay>
      {needsMap && (
        <Typography sx={{ color: "var(--soft)" }}>
          The places on the map do not say which one that is: delete or add it in the editor.
        </Typography>
      )}
    </Box>
  );
}

/** The jobs that taught it, each named once. */
function Evidence({
  evidence,
  people,
}: {
  evidence: readonly TaughtBy[];
  people: readonly Person[];
}) {
  const zone = useZone();
  const jobs = evidence.filter(
    ({ ticket }, i) => evidence.findIndex((one) => one.ticket === ticket) === i,
  );
  return (
    <Box component="ul" aria-label="Told by" sx={{ m: 0, pl: 2.5 }}>
      {jobs.map(({ ticket, serial, at, by }) => (
        <li key={ticket}>
          <Link to={`/tickets/${ticket}`} style={{ color: "inherit" }}>
            {ticket}
          </Link>
          {serial !== "" && (
            <>
              , <span className="mono">{serial}</span>
            </>
          )}
          : {nameOf(people, by)}, {dayOfWords(at, zone)}
        </li>
      ))}
    </Box>
  );
}
