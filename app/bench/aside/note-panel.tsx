import { nameOf, type Person } from "../../../core/people/index.ts";
import { dayOfWords, useZone } from "../../ui/days.ts";
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { nanoid } from "nanoid";
import { useEffect, useState } from "react";
import { useFetcher } from "react-router";
import type { StepNote } from "./left-here.tsx";
import { BenchField } from "../screen/bench-field.tsx";
import { BigButton, Refused, StepLine } from "../screen/panel.tsx";
import { useMay } from "../../ui/who.ts";

/** What comes back when a note was kept or taken away. */
export interface KeptNotes {
  readonly error: string | undefined;
  readonly notes: readonly StepNote[] | undefined;
}

/** A note to this step, kept with the model for whoever does it next. */
export function NotePanel({
  ticket,
  step,
  about,
  people,
  notes,
  onKept,
  onTell,
  onClose,
}: {
  ticket: number;
  step: string;
  about: string;
  people: readonly Person[];
  notes: readonly StepNote[];
  /** The notes of the model, as they are now. */
  onKept: (notes: readonly StepNote[]) => void;
  /** Tells the lead that the guide should say it; none where it is about the job as a whole. */
  onTell: ((words: string) => void) | undefined;
  onClose: () => void;
}) {
  const may = useMay();
  const fetcher = useFetcher<KeptNotes>();
  const zone = useZone();
  const kept = fetcher.data?.notes;
  useEffect(() => {
    if (kept) onKept(kept);
  }, [kept, onKept]);
  const [text, setText] = useState("");
  const [id, setId] = useState(() => nanoid());
  const action = `/tickets/${ticket}/notes`;
  const keep = () => {
    void fetcher.submit({ id, step, text }, { method: "post", action });
    setId(nanoid());
    setText("");
  };
  return (
    <Box sx={{ display: "grid", gap: 1.5, alignContent: "start" }}>
      <StepLine>A note for the next one</StepLine>
      <Box sx={{ fontSize: 18, color: "var(--soft)" }}>At: {about}</Box>
      <BenchField
        autoFocus
        multiline
        rows={3}
        label="Note"
        help="What the next one should know here"
        inputProps={{ maxLength: 500 }}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Escape") onClose();
          if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) keep();
        }}
      />
      {fetcher.data?.error !== undefined && <Refused>{fetcher.data.error}</Refused>}
      <Box sx={{ display: "flex", gap: 1 }}>
        <BigButton hint="Ctrl Enter" onClick={keep} disabled={text.trim() === ""}>
          Keep the note
        </BigButton>
        {onTell && (
          <BigButton tone="plain" onClick={() => onTell(text.trim())} disabled={text.trim() === ""}>
            Tell the lead
          </BigButton>
        )}
        <BigButton tone="plain" hint="Esc" onClick={onClose}>
          Back
        </BigButton>
      </Box>
      {onTell && (
        <Box sx={{ fontSize: 16, color: "var(--soft)" }}>
          A note stays with the step. What the guide itself should say, or what is of this machine
          alone, is for the lead to decide.
        </Box>
      )}
      {notes.map((note) => (
        <Box key={note.id} sx={{ display: "flex", gap: 1, fontSize: 18, alignItems: "start" }}>
          <Box sx={{ flex: 1 }}>
            {note.text}
            <Box sx={{ fontSize: 16, color: "var(--soft)" }}>
              {nameOf(people, note.by)}, {dayOfWords(note.at, zone)}
            </Box>
          </Box>
          {may("take-away", note) && (
            <ButtonBase
              aria-label={`Take the note away: ${note.text}`}
              onClick={() => void fetcher.submit({ id: note.id }, { method: "delete", action })}
              sx={{ px: 1, minHeight: 48, border: "1px solid var(--line)", borderRadius: "6px" }}
            >
              Take away
            </ButtonBase>
          )}
        </Box>
      ))}
    </Box>
  );
}
