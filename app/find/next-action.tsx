import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { type ReactNode, useState } from "react";
import type { Advice, Suspected, Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { aboveWords, partWord, wordList } from "../../core/words/index.ts";
import { Choice } from "../ui/choice.tsx";
import type { FaultAnswer } from "../workers/find-worker.ts";

const minutesWords = (minutes: number): string =>
  minutes < 1 ? "under a minute" : `${Math.round(minutes)} min`;

/** The check or the repair that comes next, with its minutes and what came of it. */
export function NextAction({
  guide,
  advice: { next, expected, repairsOnly, how, causes, above },
  isWaiting,
  onFound,
  onRefuted,
  repair,
  openUp,
}: {
  guide: Guide;
  advice: Advice;
  isWaiting: boolean;
  onFound: (check: string, outcome: string) => void;
  onRefuted: (cause: string) => void;
  repair: (suspected: Suspected) => ReactNode;
  openUp: ReactNode;
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
          {above > 0 && <Typography>Getting there is {aboveWords(above)}.</Typography>}
          {openUp}
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
            {repair(causes.find(({ cause }) => cause === next.cause) ?? { ...next, chance: 0 })}
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
export function Another({
  answer,
  told,
  asksWhy,
  onFound,
}: {
  answer: FaultAnswer;
  told: Told;
  /** Whether the reason is kept. */
  asksWhy: boolean;
  onFound: (check: string, outcome: string, why?: string) => void;
}) {
  const [check, setCheck] = useState("");
  const [why, setWhy] = useState("");
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
      {asksWhy && check !== "" && (
        <TextField
          label="Why this one"
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 1000 } }}
        />
      )}
      {outcomes.map(({ id, name }) => (
        <Button key={id} variant="outlined" onClick={() => onFound(check, id, why.trim())}>
          {name}
        </Button>
      ))}
    </Box>
  );
}
