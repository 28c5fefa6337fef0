import Alert from "@mui/material/Alert";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Remote } from "comlink";
import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import type { Advice, Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { capital, PACK_AT_COUNTER, partWord, wordList } from "../../core/words/index.ts";
import { Choice } from "../ui/choice.tsx";
import { useKept } from "../ui/use-kept.ts";
import type { FaultAnswer, FaultQuestion, FindWorker } from "../workers/find-worker.ts";
import { useWorker } from "../workers/use-worker.ts";

const make = () =>
  new Worker(new URL("../workers/find-worker.ts", import.meta.url), { type: "module" });
const ask = (api: Remote<FindWorker>, question: FaultQuestion) => api.findOut(question);

/** A cause that is dangerous before anybody is sure of it. */
const SWOLLEN = "battery-swollen";
const MAYBE = 0.04;

const NOTHING: Told = { says: [], found: {}, refuted: [], counts: {} };
const texts = { type: "array", items: { type: "string" }, maxItems: 100 };
const readTold = reader<Told>({
  type: "object",
  required: ["says", "found", "refuted", "counts"],
  additionalProperties: false,
  properties: {
    says: texts,
    found: { type: "object", additionalProperties: { type: "string" } },
    refuted: texts,
    counts: { type: "object", additionalProperties: { type: "integer", minimum: 0 } },
  },
});

/** From what the customer says to what is broken: the check or the repair that is worth its minutes next, and why. */
export function FindOut({ guide }: { guide: Guide }) {
  const [told, setTold] = useKept(`fault ${guide.id}`, readTold, NOTHING);
  const question = useMemo(() => ({ guide, told }), [guide, told]);
  const asked = useWorker(make, ask, question);
  // While the next is worked out the last stays in sight.
  const [last, setLast] = useState<FaultAnswer>();
  useEffect(() => {
    if (asked.state === "done") setLast(asked.value);
  }, [asked]);
  const advice = last?.advice.ok ? last.advice.value : undefined;
  const isWaiting = asked.state !== "done";
  const found = (check: string, outcome: string) =>
    setTold({ ...told, found: { ...told.found, [check]: outcome } });
  const hasBegun = told.says.length + Object.keys(told.found).length + told.refuted.length > 0;
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "1fr", md: "minmax(380px, 7fr) 5fr" },
        gap: 4,
      }}
    >
      <Box sx={{ display: "grid", gap: 2, alignContent: "start", minWidth: 0 }}>
        <Autocomplete
          multiple
          options={(last?.symptoms ?? []).map(({ id }) => id)}
          getOptionLabel={(id) => last?.symptoms.find((one) => one.id === id)?.name ?? id}
          value={[...told.says]}
          onChange={(_, says) => setTold({ ...told, says })}
          renderInput={(props) => <TextField {...props} label="What the customer says" />}
        />
        <Typography role="status" sx={{ color: "var(--soft)", minHeight: 26 }}>
          {asked.state === "failed"
            ? "That broke off. Reload the page to go on; nothing is lost."
            : isWaiting && "Working out what comes next"}
        </Typography>
        {last && !last.advice.ok && (
          <Alert
            severity="error"
            action={
              <Button color="inherit" onClick={() => setTold(undefined)}>
                Begin anew
              </Button>
            }
          >
            What was noted here does not fit the fault list any more.
          </Alert>
        )}
        {advice && told.says.length > 0 && (
          <Next
            guide={guide}
            advice={advice}
            isWaiting={isWaiting}
            onFound={found}
            onRefuted={(cause) => setTold({ ...told, refuted: [...told.refuted, cause] })}
          />
        )}
        {told.says.length === 0 && (
          <Typography>
            Choose what the customer says, in his words or the nearest to them: the next check
            appears here, the one that is worth its minutes most.
          </Typography>
        )}
        {advice?.causes.some(({ cause, chance }) => cause === SWOLLEN && chance > MAYBE) && (
          <Alert severity="warning">{PACK_AT_COUNTER}</Alert>
        )}
        {advice && advice.odd.length > 0 && (
          <Alert severity="warning">
            {capital(wordList(advice.odd.map((id) => nameOf(last, id))))} came out as hardly ever
            with what else is known. Make it once more, or it is something this list does not have.
          </Alert>
        )}
        {last && told.says.length > 0 && (
          <Another key={Object.keys(told.found).length} answer={last} told={told} onFound={found} />
        )}
        <SoFar told={told} answer={last} onTold={setTold} />
        {hasBegun && (
          <Box>
            <Button color="error" onClick={() => setTold(undefined)}>
              Begin anew
            </Button>
          </Box>
        )}
      </Box>
      {advice && told.says.length > 0 && <Likely guide={guide} advice={advice} />}
    </Box>
  );
}

const nameOf = (answer: FaultAnswer | undefined, check: string): string =>
  answer?.checks.find(({ id }) => id === check)?.name ?? check;

const minutesWords = (minutes: number): string =>
  minutes < 1 ? "under a minute" : `${Math.round(minutes)} min`;

function Next({
  guide,
  advice: { next, expected, repairsOnly, how },
  isWaiting,
  onFound,
  onRefuted,
}: {
  guide: Guide;
  advice: Advice;
  isWaiting: boolean;
  onFound: (check: string, outcome: string) => void;
  onRefuted: (cause: string) => void;
}) {
  if (!next) {
    return (
      <Alert severity="info">
        None of the faults of this list is left. Begin anew, or ask whoever leads the shop.
      </Alert>
    );
  }
  const saved = repairsOnly - expected;
  return (
    <Box component="section" aria-label="What comes next" sx={{ display: "grid", gap: 1.5 }}>
      <Typography variant="h2">
        {next.do === "check" ? next.name : `Mend it and see: ${next.name.toLowerCase()}`}
      </Typography>
      {next.do === "check" ? (
        <>
          <Typography>
            {minutesWords(next.minutes)} for the check
            {next.access > 0 && `, ${minutesWords(next.access)} to get there and back`}.
            {next.powered && " The machine has to run for it."}
          </Typography>
          <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap" }}>
            {next.outcomes.map(({ id, name, chance }) => (
              <Button
                key={id}
                variant="outlined"
                size="large"
                disabled={isWaiting}
                onClick={() => onFound(next.check, id)}
              >
                {name}, {Math.round(100 * chance)} %
              </Button>
            ))}
          </Box>
        </>
      ) : (
        <>
          <Typography>
            {minutesWords(next.minutes)} with getting there and back
            {next.parts.length > 0 &&
              `; a new ${wordList(next.parts.map((part) => partWord(guide, part)))} goes in`}
            .
          </Typography>
          <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap" }}>
            {next.parts.length > 0 && (
              <Button
                component={Link}
                variant="contained"
                size="large"
                to={`/guides/${guide.id}?code=${guide.codes[0]!}&for=${next.parts.join(",")}`}
              >
                Try this job
              </Button>
            )}
            <Button
              variant="outlined"
              size="large"
              disabled={isWaiting}
              onClick={() => onRefuted(next.cause)}
            >
              It was not that
            </Button>
          </Box>
        </>
      )}
      <Typography sx={{ color: "var(--soft)" }}>
        About {Math.round(expected)} min in all until it is mended
        {saved >= 1 && `, ${Math.round(saved)} less than mending by guess`}.{" "}
        {how === "exact" ? "No order of checks takes less." : "Looked two actions ahead."}
      </Typography>
    </Box>
  );
}

/** Any other check that was made, whatever is advised: its outcome counts the same. */
function Another({
  answer,
  told,
  onFound,
}: {
  answer: FaultAnswer;
  told: Told;
  onFound: (check: string, outcome: string) => void;
}) {
  const [check, setCheck] = useState("");
  const outcomes = answer.checks.find(({ id }) => id === check)?.outcomes ?? [];
  return (
    <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
      <Choice
        label="Another check was made"
        value={check}
        options={answer.checks
          .filter(({ id }) => !Object.hasOwn(told.found, id))
          .map(({ id, name }) => ({ value: id, label: name }))}
        choose={setCheck}
        sx={{ minWidth: 280 }}
      />
      {outcomes.map(({ id, name }) => (
        <Button key={id} variant="outlined" onClick={() => onFound(check, id)}>
          {name}
        </Button>
      ))}
    </Box>
  );
}

/** What was found so far; each can be taken back. */
function SoFar({
  told,
  answer,
  onTold,
}: {
  told: Told;
  answer: FaultAnswer | undefined;
  onTold: (told: Told) => void;
}) {
  const found = Object.entries(told.found);
  if (found.length + told.refuted.length === 0) return null;
  const without = (check: string) =>
    onTold({
      ...told,
      found: Object.fromEntries(found.filter(([other]) => other !== check)),
    });
  const causes = answer?.advice.ok ? answer.advice.value.causes : [];
  return (
    <Box component="ul" aria-label="Found so far" sx={{ m: 0, pl: 2.5 }}>
      {found.map(([check, outcome]) => (
        <li key={check}>
          {nameOf(answer, check)}:{" "}
          {answer?.checks
            .find(({ id }) => id === check)
            ?.outcomes.find(({ id }) => id === outcome)
            ?.name.toLowerCase() ?? outcome}{" "}
          <Button size="small" onClick={() => without(check)}>
            Take back
          </Button>
        </li>
      ))}
      {told.refuted.map((cause) => (
        <li key={cause}>
          {causes.find((one) => one.cause === cause)?.name ?? cause}: it was not that{" "}
          <Button
            size="small"
            onClick={() =>
              onTold({ ...told, refuted: told.refuted.filter((other) => other !== cause) })
            }
          >
            Take back
          </Button>
        </li>
      ))}
    </Box>
  );
}

/** So many causes are shown. */
const SHOWN = 7;

function Likely({ guide, advice: { causes } }: { guide: Guide; advice: Advice }) {
  return (
    <Box component="section" aria-label="What it may be">
      <Typography variant="h2">What it may be</Typography>
      <Box component="ol" sx={{ m: 0, mt: 1, p: 0, listStyle: "none", display: "grid", gap: 1 }}>
        {causes.slice(0, SHOWN).map(({ cause, name, chance, parts }) => (
          <li key={cause}>
            <Box sx={{ display: "flex", gap: 2 }}>
              <Box sx={{ flex: 1 }}>{name}</Box>
              <span className="mono">{Math.round(100 * chance)} %</span>
            </Box>
            <Box
              sx={{ height: 6, bgcolor: "var(--mat)", width: `${Math.max(1, 100 * chance)}%` }}
            />
            {parts.length > 0 && (
              <Box sx={{ color: "var(--soft)" }}>
                Replaces the {wordList(parts.map((part) => partWord(guide, part)))}
              </Box>
            )}
          </li>
        ))}
      </Box>
    </Box>
  );
}
