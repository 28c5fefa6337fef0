import Box from "@mui/material/Box";
import { nameOf, type Person } from "../../../core/people/index.ts";

/** A line left for the next technician at a step. */
export interface StepNote {
  readonly id: string;
  readonly step: string;
  readonly text: string;
  readonly by: string;
  readonly at: string;
}

/** A picture tied to a step of this ticket. */
export interface StepPhoto {
  readonly id: string;
  readonly step: string;
  readonly by: string;
}

/** The shop's own notes at a step. */
export function Notes({
  people,
  notes,
}: {
  people: readonly Person[];
  notes: readonly StepNote[];
}) {
  return notes.map((note) => (
    <Box
      key={note.id}
      sx={{ borderLeft: "4px solid var(--mat)", pl: 1.25, fontSize: 18, lineHeight: 1.3 }}
    >
      {note.text}{" "}
      <Box component="span" sx={{ fontSize: 16, color: "var(--soft)" }}>
        {nameOf(people, note.by)}
      </Box>
    </Box>
  ));
}

export function Thumb({ id, by }: { id: string; by: string }) {
  return (
    <a href={`/photos/${id}`} target="_blank" rel="noreferrer">
      <img
        src={`/photos/${id}?thumb`}
        alt={`Picture of this step, by ${by}`}
        style={{ height: 96, borderRadius: 4, border: "1px solid var(--line)" }}
      />
    </a>
  );
}
