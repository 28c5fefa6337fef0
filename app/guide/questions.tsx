import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { Remote } from "comlink";
import { useEffect, useMemo } from "react";
import { useFetcher } from "react-router";
import type { Guide } from "../../core/guide/index.ts";
import { readAnswers, type Sighting, type Standing, type Tallies } from "../../core/learn/index.ts";
import { capital, contradictionWords, partWord } from "../../core/words/index.ts";
import { useKept } from "../ui/use-kept.ts";
import type { LearnWorker, StandingQuestion } from "../workers/learn-worker.ts";
import { useLastAnswer, useWorker } from "../workers/use-worker.ts";
import { Question } from "./question.tsx";

const NO_ANSWERS: readonly Sighting[] = [];

const make = () =>
  new Worker(new URL("../workers/learn-worker.ts", import.meta.url), { type: "module" });
const ask = (api: Remote<LearnWorker>, question: StandingQuestion) => api.standing(question);

/**
 * What a learnt guide does not know for sure, asked one question at a time: a key each, taken back, stopped at will.
 * What was answered waits in this browser until it is kept.
 */
export function Questions({ guide }: { guide: Guide }) {
  const [answers, setAnswers] = useKept(`answers ${guide.id}`, readAnswers, NO_ANSWERS);
  const { load, data: tallies } = useFetcher<Tallies>();
  useEffect(() => void load("/guide-tallies"), [load]);
  const question = useMemo(
    () => (tallies ? { guide, answers, tallies } : undefined),
    [guide, answers, tallies],
  );
  const asked = useWorker(make, ask, question);
  const last = useLastAnswer(asked);
  const keeping = useFetcher<{ error: string | undefined }>();
  const isKept =
    keeping.state === "idle" && keeping.data !== undefined && keeping.data.error === undefined;
  useEffect(() => {
    if (isKept) setAnswers(undefined);
  }, [isKept, setAnswers]);
  const isWorking = asked.state === "working" || asked.state === "idle";
  const add = (told: readonly Sighting[]) => {
    const id = `answer-${1 + new Set(answers.map((one) => one.id)).size}`;
    setAnswers([...answers, ...told.map((one) => ({ ...one, id }))]);
  };
  /** One answer may be two sightings: what is in the way, and what is not. */
  const takeBack = () => {
    const left = answers.filter(({ id }) => id !== answers.at(-1)?.id);
    setAnswers(left.length > 0 ? left : undefined);
  };
  const keep = () =>
    void keeping.submit(JSON.stringify(answers), {
      method: "post",
      action: `/guides/${guide.id}/answers`,
      encType: "application/json",
    });
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "1fr", md: "minmax(380px, 7fr) 5fr" },
        gap: 4,
      }}
    >
      <Box>
        <Typography role="status" sx={{ color: "var(--soft)", minHeight: 26 }}>
          {isWorking && "Thinking about the next question"}
          {asked.state === "failed" && "That broke off. Reload the page to go on; nothing is lost."}
        </Typography>
        {keeping.data?.error !== undefined && <Alert severity="error">{keeping.data.error}</Alert>}
        {last?.question && (
          <Question
            key={JSON.stringify(last.question.claims)}
            guide={guide}
            asked={last.question}
            isWaiting={isWorking}
            onAnswer={add}
          />
        )}
        {last && !last.question && (
          <Typography sx={{ fontSize: 20, my: 2 }}>{overWords(last)}</Typography>
        )}
        <Box sx={{ display: "flex", gap: 1, mt: 2, flexWrap: "wrap" }}>
          <Button variant="outlined" onClick={takeBack} disabled={answers.length === 0}>
            Take the last answer back
          </Button>
          <Button
            variant="contained"
            onClick={keep}
            disabled={answers.length === 0}
            loading={keeping.state !== "idle"}
          >
            Keep what was answered
          </Button>
        </Box>
        {last?.contradictions.map((one) => (
          <Alert
            key={JSON.stringify(one.claim)}
            severity="warning"
            sx={{ mt: 2 }}
            action={
              <>
                {[one.seen, one.said].map((holds) => (
                  <Button
                    key={String(holds)}
                    color="inherit"
                    disabled={isWorking}
                    onClick={() => add([{ do: "decide", claim: one.claim, holds }])}
                  >
                    {holds === one.seen ? "As it was seen" : "As it was said"}
                  </Button>
                ))}
              </>
            }
          >
            {contradictionWords(guide, one)} Until somebody decides, what was seen stands.
          </Alert>
        ))}
      </Box>
      {last && <Gap guide={guide} standing={last} />}
    </Box>
  );
}

function overWords({ gap, jobs }: Standing): string {
  if (jobs.length === 0)
    return "Nothing has been taken out of this machine yet: there is nothing to ask.";
  return gap > 0
    ? "Nothing is left that you could answer: the rest is planned as it was done."
    : "Nothing is left to ask: every usual job is planned as short as it can be.";
}

/** What each usual job is planned with, and what it could be. */
function Gap({ guide, standing: { gap, proven, jobs } }: { guide: Guide; standing: Standing }) {
  if (jobs.length === 0) return null;
  return (
    <Box component="section" aria-label="How well it is known">
      <Typography variant="h2">How well it is known</Typography>
      <Typography aria-live="polite">
        {gap > 0
          ? `${gap.toFixed(1)} minutes are planned that may not be needed, over ${jobs.length} usual jobs.`
          : `All ${jobs.length} usual jobs are as short as they can be.`}
        {!proven && " Not all of these minutes are proven: there may be a shorter way."}
      </Typography>
      <Box component="table" sx={{ mt: 1, borderSpacing: "16px 4px", ml: -2 }}>
        <thead>
          <tr>
            <th style={{ textAlign: "left" }}>Job</th>
            <th>Planned, min</th>
            <th>Could be, min</th>
          </tr>
        </thead>
        <tbody>
          {jobs.map(({ part, safe, bold }) => (
            <tr key={part}>
              <th scope="row" style={{ textAlign: "left", fontWeight: 400 }}>
                {capital(partWord(guide, part))}
              </th>
              <td className="mono" style={{ textAlign: "right" }}>
                {safe.toFixed(1)}
              </td>
              <td className="mono" style={{ textAlign: "right" }}>
                {bold.toFixed(1)}
              </td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
