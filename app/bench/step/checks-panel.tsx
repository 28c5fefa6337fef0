import Box from "@mui/material/Box";
import { useMemo, useState } from "react";
import {
  type BenchState,
  type Check,
  type CheckResult,
  checksOf,
  type Entry,
  type LedgerEvent,
  resultOf,
  type Round,
} from "../../../core/bench/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { capital, goodWords, jointWord, partWord, wordList } from "../../../core/words/index.ts";
import { useCommands } from "../../ui/commands.ts";
import { BenchField } from "../screen/bench-field.tsx";
import { BigButton, StepLine } from "../screen/panel.tsx";
import { useWaysBack } from "../sync/use-bench-worker.ts";

/** The checks of a round: what was opened in this job is tried out, one after the other. */
export function ChecksPanel({
  model,
  state,
  events,
  round,
  due,
  onTick,
}: {
  model: Model;
  state: BenchState;
  events: readonly LedgerEvent[];
  round: Round;
  /** What is left to try here, the next one first. */
  due: readonly Check[];
  onTick: (entry: Entry) => void;
}) {
  const next = due[0];
  const good = next && goodWords(model.guide, next.what);
  const failed = due.find(({ what }) => resultOf(state, round, what)?.result === "fail");
  const [reason, setReason] = useState<string>();
  const give = (result: CheckResult, note?: string) => {
    if (!next) return;
    setReason(undefined);
    onTick({
      do: "check",
      round,
      what: next.what,
      result,
      ...(note === undefined ? {} : { note }),
    });
  };
  useCommands({ fails: () => give("fail"), "not-here": () => setReason("") });
  const left = due.map(({ what }) => what);
  const all = checksOf(model, state).filter(
    ({ what }) => left.includes(what) || resultOf(state, round, what),
  );
  return (
    <div className="stack">
      <StepLine>
        {round === "open" ? "Proof, while it is open" : "Proof, with the machine shut"}
      </StepLine>
      <div className="say">
        What was opened or moved, and can be tried here: {due.length} of {all.length} left.
      </div>
      {next && (
        <div className="checks-now">
          <div className="checks-what">{capital(next.what)}</div>
          {good !== undefined && <div className="say">Good: {good}.</div>}
          <Because model={model} check={next} />
          {reason === undefined ? (
            <div className="row row-tight">
              <BigButton hint="Space" onClick={() => give("pass")}>
                Works
              </BigButton>
              <BigButton tone="plain" hint="F" onClick={() => give("fail")}>
                Fails
              </BigButton>
              <BigButton tone="plain" hint="A" onClick={() => setReason("")}>
                Not here
              </BigButton>
            </div>
          ) : (
            <form
              className="row row-tight"
              onSubmit={(event) => {
                event.preventDefault();
                give("na", reason);
              }}
            >
              <BenchField
                autoFocus
                label="Why it does not apply"
                value={reason}
                onChange={(event) => setReason(event.target.value)}
              />
              <BigButton tone="plain" hint="Enter" onClick={() => give("na", reason)}>
                Keep
              </BigButton>
            </form>
          )}
        </div>
      )}
      {failed && <GoBack model={model} events={events} what={failed.what} onTick={onTick} />}
      <div className="checks-all">
        {all.map(({ what }) => (
          <span key={what}>
            {SIGN[resultOf(state, round, what)?.result ?? "none"]} {what}
          </span>
        ))}
      </div>
    </div>
  );
}

const SIGN = { pass: "✓", fail: "✗", na: "–", none: "·" } as const;

function Because({ model: { guide }, check }: { model: Model; check: Check }) {
  return (
    <div className="say soft">
      {check.because.length > 0 &&
        `Opened in this job: ${wordList(check.because.map((id) => jointWord(guide, id)))}. `}
      {check.moved.length > 0 &&
        `Moved, not opened: ${wordList(check.moved.map((id) => jointWord(guide, id)))}.`}
    </div>
  );
}

/** A function that fails: the plugs it hangs on, each with the minutes to get back to it. */
function GoBack({
  model: { guide },
  events,
  what,
  onTick,
}: {
  model: Model;
  events: readonly LedgerEvent[];
  what: string;
  onTick: (entry: Entry) => void;
}) {
  const question = useMemo(() => ({ guide, events, what }), [guide, events, what]);
  const asked = useWaysBack(question);
  const choices = asked.state === "done" ? asked.value : undefined;
  return (
    <Box role="region" aria-label="Go back" sx={{ display: "grid", gap: 1 }}>
      <Box sx={{ fontSize: 19, fontWeight: 700, color: "var(--stop)" }}>
        {capital(what)} fails. Go back to:
      </Box>
      {choices === undefined && (
        <Box sx={{ fontSize: 18 }}>
          {asked.state === "failed"
            ? "The way back could not be worked out. Reload the page and try again."
            : "Working out the way back"}
        </Box>
      )}
      {choices?.map(({ joint, minutes, off }) => (
        <BigButton key={joint} tone="plain" onClick={() => onTick({ do: "rework", joint })}>
          <Box
            component="span"
            sx={{ flex: 1, textAlign: "left", whiteSpace: "normal", fontWeight: 400 }}
          >
            <b>{capital(jointWord(guide, joint))}</b>
            <Box component="span" sx={{ display: "block", fontSize: 16 }}>
              {off.length === 0
                ? "in reach, with the power off"
                : `off again: ${wordList(off.map((id) => partWord(guide, id)))}`}
            </Box>
          </Box>
          <span className="mono">{minutes.toFixed(1)} min</span>
        </BigButton>
      ))}
    </Box>
  );
}
