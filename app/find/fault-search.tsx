import Alert from "@mui/material/Alert";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Remote } from "comlink";
import { type ReactNode, useMemo } from "react";
import type { Suspected, Telling, Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import type { SavedState } from "../../core/plan/index.ts";
import { capital, PACK_AT_COUNTER, wordList } from "../../core/words/index.ts";
import type { FaultQuestion, FindWorker } from "../workers/find-worker.ts";
import { useLastAnswer, useWorker } from "../workers/use-worker.ts";
import { Another, NextAction } from "./next-action.tsx";
import { Likely, nameOf, SoFar } from "./so-far.tsx";

const make = () =>
  new Worker(new URL("../workers/find-worker.ts", import.meta.url), { type: "module" });
const ask = (api: Remote<FindWorker>, question: FaultQuestion) => api.findOut(question);

/** A cause that is dangerous before anybody is sure of it. */
const SWOLLEN = "battery-swollen";
const MAYBE = 0.04;

/** From what the customer says to what is broken: the check or the repair that is worth its minutes next, and why. */
export function FaultSearch({
  guide,
  told,
  from,
  tell,
  anew,
  repair,
  take,
  openUp,
}: {
  guide: Guide;
  told: Told;
  /** What is open of the machine; none: it is shut. */
  from?: SavedState | undefined;
  tell: (telling: Telling) => void;
  /** Forgets all; none: what was written stays. */
  anew?: () => void;
  /** What can be made of a cause that is likeliest. */
  repair: (suspected: Suspected) => ReactNode;
  /** Takes any of the suspected for the fault, whatever is advised; none: nothing is decided here. */
  take?: (suspected: Suspected) => void;
  /** Leads the bench to what a check needs. */
  openUp?: (reach: readonly string[]) => ReactNode;
}) {
  const question = useMemo(() => ({ guide, told, from }), [guide, told, from]);
  const asked = useWorker(make, ask, question);
  const last = useLastAnswer(asked);
  const advice = last?.advice.ok ? last.advice.value : undefined;
  const isWaiting = asked.state !== "done";
  const found = (check: string, outcome: string, why?: string) =>
    tell({ kind: "checked", check, outcome, ...(why ? { why } : {}) });
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
          onChange={(_, says) => tell({ kind: "says", says })}
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
              anew && (
                <Button color="inherit" onClick={anew}>
                  Begin anew
                </Button>
              )
            }
          >
            What was noted here does not fit the fault list any more.
          </Alert>
        )}
        {advice && told.says.length > 0 && (
          <NextAction
            guide={guide}
            advice={advice}
            isWaiting={isWaiting}
            onFound={found}
            onRefuted={(cause) => tell({ kind: "refuted", cause })}
            repair={repair}
            openUp={last && last.reach.length > 0 ? openUp?.(last.reach) : undefined}
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
          <Another
            key={Object.keys(told.found).length}
            answer={last}
            told={told}
            asksWhy={anew === undefined}
            onFound={found}
          />
        )}
        <SoFar told={told} answer={last} tell={tell} />
        {hasBegun && anew && (
          <Box>
            <Button color="error" onClick={anew}>
              Begin anew
            </Button>
          </Box>
        )}
      </Box>
      {advice && told.says.length > 0 && <Likely guide={guide} advice={advice} take={take} />}
    </Box>
  );
}
