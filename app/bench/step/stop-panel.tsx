import { type BenchState, type Entry, isAboutPack, type Stop } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { stopAsk, stopOtherwise } from "../../../core/words/index.ts";
import Box from "@mui/material/Box";
import { useState } from "react";
import { useCommands } from "../../ui/commands.ts";
import { BenchField } from "../screen/bench-field.tsx";
import { BigButton, Caution, StepLine } from "../screen/panel.tsx";

/** A question that is answered with Y or N: Space and the pedal do not get past it. */
export function StopPanel({
  guide,
  stop,
  state,
  onAnswer,
}: {
  guide: Guide;
  stop: Stop;
  state: BenchState;
  onAnswer: (entry: Entry) => void;
}) {
  const given = state.answers.get(stop.id)?.answer;
  const isHeld = stop.holds && given !== undefined && given !== stop.good;
  const say = (answer: "yes" | "no") => onAnswer({ do: "answer", stop: stop.id, answer });
  useCommands({ yes: () => say("yes"), no: () => say("no") }, !isHeld);
  if (isHeld) return <Held stop={stop} onAnswer={onAnswer} />;
  return (
    <div className="stack stack-stop" data-stop={stop.id}>
      <div className="row">
        <svg width="44" height="44" viewBox="0 0 44 44" aria-hidden="true">
          <path
            d="M13 3h18l10 10v18L31 41H13L3 31V13z"
            fill="none"
            stroke="var(--stop)"
            strokeWidth="3.5"
          />
          <path d="M15 22h14" stroke="var(--stop)" strokeWidth="5" />
        </svg>
        <StepLine>Stop, and answer</StepLine>
      </div>
      <div className="say-ask">{stopAsk(guide, stop)}</div>
      <div className="row">
        <BigButton tone="plain" hint="Y" onClick={() => say("yes")}>
          Yes
        </BigButton>
        <BigButton tone="plain" hint="N" onClick={() => say("no")}>
          No
        </BigButton>
      </div>
      {given !== undefined && given !== stop.good && <Caution>{stopOtherwise(stop)}</Caution>}
    </div>
  );
}

function Held({ stop, onAnswer }: { stop: Stop; onAnswer: (entry: Entry) => void }) {
  const [note, setNote] = useState("");
  const [where, setWhere] = useState("");
  const isPack = isAboutPack(stop);
  const isMissing = note.trim() === "" || (isPack && where.trim() === "");
  return (
    <Box sx={{ display: "grid", gap: 2, alignContent: "start" }} data-stop={stop.id}>
      <StepLine>This job is held</StepLine>
      <Box sx={{ fontSize: 20, lineHeight: 1.35 }}>{stopOtherwise(stop)}</Box>
      <BenchField
        multiline
        rows={3}
        label="What was done about it"
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      {isPack && (
        <BenchField
          label="Where the pack is now"
          value={where}
          onChange={(event) => setWhere(event.target.value)}
        />
      )}
      <BigButton
        disabled={isMissing}
        onClick={() =>
          onAnswer({
            do: "answer",
            stop: stop.id,
            answer: stop.good,
            note: note.trim(),
            ...(isPack ? { where: where.trim() } : {}),
          })
        }
      >
        Safe now: go on
      </BigButton>
    </Box>
  );
}
