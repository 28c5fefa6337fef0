import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { Advice, Suspected, Telling, Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { partWord, wordList } from "../../core/words/index.ts";
import type { FaultAnswer } from "../workers/find-worker.ts";

/** A check by its name. */
export const nameOf = (answer: FaultAnswer | undefined, check: string): string =>
  answer?.checks.find(({ id }) => id === check)?.name ?? check;

/** What was found so far; each can be taken back. */
export function SoFar({
  told,
  answer,
  tell,
}: {
  told: Told;
  answer: FaultAnswer | undefined;
  tell: (telling: Telling) => void;
}) {
  const found = Object.entries(told.found);
  if (found.length + told.refuted.length === 0) return null;
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
          <Button size="small" onClick={() => tell({ kind: "unchecked", check })}>
            Take back
          </Button>
        </li>
      ))}
      {told.refuted.map((cause) => (
        <li key={cause}>
          {causes.find((one) => one.cause === cause)?.name ?? cause}: it was not that{" "}
          <Button size="small" onClick={() => tell({ kind: "refuted", cause, back: true })}>
            Take back
          </Button>
        </li>
      ))}
    </Box>
  );
}

/** So many causes are shown. */
const SHOWN = 7;

/** What it may be, the likeliest first. */
export function Likely({
  guide,
  advice: { causes },
  take,
}: {
  guide: Guide;
  advice: Advice;
  take: ((suspected: Suspected) => void) | undefined;
}) {
  return (
    <Box component="section" aria-label="What it may be">
      <Typography variant="h2">What it may be</Typography>
      <Box component="ol" sx={{ m: 0, mt: 1, p: 0, listStyle: "none", display: "grid", gap: 1 }}>
        {causes.slice(0, SHOWN).map(({ cause, name, chance, parts }) => (
          <li key={cause}>
            <Box sx={{ display: "flex", gap: 2 }}>
              <Box sx={{ flex: 1 }}>{name}</Box>
              {take && (
                <Button
                  size="small"
                  aria-label={`It is this: ${name}`}
                  onClick={() => take({ cause, name, chance, parts })}
                >
                  It is this
                </Button>
              )}
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
