import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { clientId } from "../../core/bench/index.ts";
import { keepNote, takeNoteAway, type NewNote } from "../../shop/notes/index.server.ts";
import type { KeptNotes } from "../bench/aside/note-panel.tsx";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { readForm } from "../ui/read-form.server.ts";
import type { Route } from "./+types/notes";

const MOST = 500;
const readNote = reader<NewNote>({
  type: "object",
  required: ["id", "step", "text"],
  properties: {
    id: clientId,
    step: { type: "string", maxLength: 4000 },
    text: { type: "string", minLength: 1, maxLength: MOST },
  },
});
const readId = reader<{ readonly id: string }>({
  type: "object",
  required: ["id"],
  properties: { id: clientId },
});

/** Keeps a note with the model of a ticket, at a step; or takes one away. Gives the notes there are. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const { act } = await actFor(context);
  if (request.method === "DELETE") {
    const form = await readForm(request, readId);
    if (!form.ok) return bad("Reload the page and take the note away again.", 400);
    return kept(ticketOr404(number, await takeNoteAway(act, number, form.value.id)));
  }
  const form = await readForm(request, readNote);
  if (!form.ok) return bad(wrongWords(form.error.map(({ instancePath }) => instancePath)), 400);
  const note = ticketOr404(number, await keepNote(act, number, form.value));
  if (!note.ok && note.error.type === "step-not-here") {
    return bad(
      "The guide has no such step any more. Reload the page and write the note again.",
      400,
    );
  }
  return note.ok
    ? kept(note)
    : bad("This note stands already, otherwise or by somebody else. Write it again.", 409);
});

function wrongWords(paths: readonly string[]): string {
  return paths.includes("/text")
    ? `Write a line of at most ${MOST} letters.`
    : "Reload the page and write the note again.";
}

const kept = (notes: { readonly ok: boolean; readonly value?: KeptNotes["notes"] }) =>
  data<KeptNotes>({ error: undefined, notes: notes.value });
const bad = (error: string, status: number) =>
  data<KeptNotes>({ error, notes: undefined }, { status });
